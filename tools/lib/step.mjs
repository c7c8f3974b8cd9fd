/** Prints a step with the time it took, so that long set-up shows that it moves. */
export async function step(label, work) {
  const started = Date.now();
  process.stdout.write(`• ${label} … `);
  try {
    const result = await work();
    const seconds = (Date.now() - started) / 1000;
    process.stdout.write(seconds < 0.5 ? 'ok\n' : `ok, ${seconds.toFixed(1)} s\n`);
    return result;
  } catch (error) {
    process.stdout.write('failed\n');
    throw error;
  }
}

/** An error whose message is all that a person needs: printed without a stack. */
export class Plain extends Error {}

/** Runs a script's main function; a Plain error ends with its message alone. */
export function main(run) {
  run().catch((error) => {
    console.error(error instanceof Plain ? `\n${error.message}` : error);
    process.exitCode = 1;
  });
}
