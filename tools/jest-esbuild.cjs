const { transformSync } = require('esbuild');

/** Jest's transform for the server: esbuild, with `import.meta.url` as CommonJS knows it. */
module.exports = {
  process(source, filename) {
    const { code } = transformSync(source, {
      loader: filename.endsWith('.ts') ? 'ts' : 'js',
      format: 'cjs',
      target: 'node20',
      sourcemap: 'inline',
      sourcefile: filename,
      define: { 'import.meta.url': '__importMetaUrl' },
      banner: "const __importMetaUrl = require('node:url').pathToFileURL(__filename).href;",
    });
    return { code };
  },
};
