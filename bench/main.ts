import { measurePosting } from './posting';
import { measureTrialBalance } from './trialBalance';

/* The measures against the database; tools/bench.mjs brings the server and the address. */
const { ADMIN_URL, APP_URL, ADDRESS, BENCH_SECONDS } = process.env;
const seconds = Number(BENCH_SECONDS ?? 12);

console.log('\nPosting a sale through the API, against the same statements sent straight');
for (const { clients, api, bare } of await measurePosting(
  ADDRESS!,
  ADMIN_URL!,
  APP_URL!,
  seconds,
)) {
  const ratio = api / bare;
  console.log(
    `  ${clients} client(s): API ${api.toFixed(0)}/s, bare ${bare.toFixed(0)}/s: ${ratio.toFixed(2)} (wanted: at least 0.60)`,
  );
}
const { lines, kept, plain } = await measureTrialBalance(ADMIN_URL!);
console.log(`\nTrial balance at ${lines} lines, against the plain sum over the lines`);
console.log(
  `  kept balances ${kept.toFixed(1)} ms, plain ${plain.toFixed(1)} ms: ${(kept / plain).toFixed(3)} (wanted: at most 0.100)`,
);
