const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

/*
 * Parts of the router that no screen of ours shows come along because a part that we use names them:
 * a tab bar (asked for its height by the notice of a developer's build) and the router's own list of
 * pages (ours is `_sitemap.tsx`). An empty part stands for each.
 */
const WITHOUT = [
  { from: /expo-router[\\/]build[\\/]views[\\/]Toast\.js$/, part: /bottom-tabs$/ },
  { from: /expo-router[\\/]build[\\/]ExpoRoot\.js$/, part: /views\/Sitemap$/ },
];

const config = getDefaultConfig(__dirname);
config.resolver.resolveRequest = (context, name, platform) =>
  WITHOUT.some(({ from, part }) => from.test(context.originModulePath) && part.test(name))
    ? { type: 'sourceFile', filePath: path.join(__dirname, 'router.without.js') }
    : context.resolveRequest(context, name, platform);

module.exports = config;
