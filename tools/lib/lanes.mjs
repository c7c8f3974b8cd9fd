/**
 * Does jobs beside each other, in as many lanes as there are cores: a lane that is free takes the
 * next one. When one throws, none is begun any more; those under way end, and the error is thrown.
 * @param jobs functions that begin a job and say when it has ended, the longest first
 */
export async function inLanes(jobs, lanes = 2) {
  const waiting = [...jobs];
  let failed;
  const lane = async () => {
    while (waiting.length && !failed) {
      try {
        await waiting.shift()();
      } catch (error) {
        failed ??= { error };
      }
    }
  };
  await Promise.all(Array.from({ length: lanes }, lane));
  if (failed) throw failed.error;
}
