import {
  ACCOUNTS,
  CHARGES,
  measureAccounts,
  measureCharging,
  measureStatements,
  PAYMENTS,
} from './accounts';
import { measureComparison, measureFeeAudit, measureFileImport } from './cards';
import { measureDifferences } from './differences';
import { DAYS, measureFrame, SALES } from './frame';
import { measureGrowth } from './growth';
import { ITEMS, measureItemSearch } from './items';
import { measurePlain, measureSolver, measureYears } from './matching';
import { measurePosting, SALE } from './posting';
import { DOCUMENTS, measureSearch } from './search';
import { measureStatement } from './statement';
import { measureTrialBalance } from './trialBalance';

/* The measures against the database; tools/bench.mjs brings the server and the address. */
const { ADMIN_URL, APP_URL, ADDRESS, BENCH_SECONDS } = process.env;
const seconds = Number(BENCH_SECONDS ?? 12);

/** The measures by name, in the order in which they fill the books. */
const MEASURES: Record<string, () => Promise<void>> = {
  differences: async () => {
    const [first, ...more] = await measureDifferences();
    console.log('Search for what explains a difference, by receipts of the day:');
    for (const { receipts, ms } of [first!, ...more]) {
      const growth = (ms / first!.ms / (receipts / first!.receipts)).toFixed(2);
      console.log(
        `  ${receipts}: ${ms.toFixed(1)} ms (wanted under 1000), ${growth} of linear`,
      );
    }
  },
  cards: async () => {
    console.log('\nCards of a quarter, till against processor, by how many:');
    for (const { by, cards, ms, growth } of measureComparison())
      console.log(`  ${by}, ${cards}: ${ms.toFixed(0)} ms, ${growth.toFixed(2)} of linear`);
    const file = measureFileImport();
    console.log(
      `A settlement file of ${file.rows} cards: read and proven in ${file.ms.toFixed(0)} ms, ` +
        `${(file.ms / file.parsingMs).toFixed(2)} of parsing it alone`,
    );
    const audit = measureFeeAudit();
    console.log(`Fees of a year, ${audit.cards} cards: ${audit.ms.toFixed(0)} ms`);
  },
  matching: async () => {
    const { years, crowded } = measureYears();
    const [one] = years;
    console.log('\nMatching movements with lines, by years (wanted: a year within 1000 ms):');
    for (const { count, ms, megabytes, movements, lines, certain } of years)
      console.log(
        `  ${count}: ${movements} movements, ${lines} lines, ${certain} certain: ${ms.toFixed(0)} ms, ` +
          `${(ms / count / one!.ms).toFixed(2)} of the first a year, ${megabytes.toFixed(0)} MB`,
      );
    console.log(
      `  a crowded one, ${crowded.movements} movements, ${crowded.lines} lines, ` +
        `${crowded.certain} certain: ${crowded.ms.toFixed(0)} ms`,
    );
    const plain = measurePlain();
    console.log(
      `A month by the plain enumerator: ${plain.ratio.toFixed(0)} times as long, ` +
        (plain.same ? 'the same groups' : 'OTHER GROUPS'),
    );
    const solver = await measureSolver();
    console.log(
      `A mixed-integer solver, asked of ${solver.asked} certain groups for a rival: ` +
        `${solver.msEach.toFixed(1)} ms each, ${solver.wrong} found; of ${solver.rivals} with rivals ` +
        `${solver.missed} missed; of all of a year ` +
        `${solver.ratio.toFixed(0)} times as long as the engine (wanted: at least 50)`,
    );
  },
  statement: async () => {
    console.log('\nA statement that nothing explains, over HTTP, by its lines:');
    const [few, ...more] = await measureStatement(ADDRESS!);
    for (const one of [few!, ...more]) {
      const growth = (ms: 'importMs' | 'matchMs') =>
        (one[ms] / few![ms] / (one.lines / few!.lines)).toFixed(2);
      console.log(
        `  ${one.lines}: imported in ${one.importMs.toFixed(0)} ms, ${growth('importMs')} of linear, ` +
          `matched in ${one.matchMs.toFixed(0)} ms, ${growth('matchMs')}; ` +
          `the lane ${one.laneMs.toFixed(0)} ms, reconciled ${one.reconcileMs.toFixed(0)} ms`,
      );
    }
  },
  posting: async () => {
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
  },
  longTickets: async () => {
    const twentyLines = {
      ...SALE,
      lines: Array.from({ length: 20 }, (_, i) => ({
        departmentId: 1 + (i % 5),
        amountMinor: 499,
      })),
      tenders: [{ kind: 'cash', tenderId: 1, tenderedMinor: 20_000 }],
    };
    console.log('\nPosting a ticket of 20 lines, against the same statements');
    for (const { clients, api, bare } of await measurePosting(
      ADDRESS!,
      ADMIN_URL!,
      APP_URL!,
      seconds,
      twentyLines,
    )) {
      console.log(
        `  ${clients} client(s): API ${api.toFixed(0)}/s, bare ${bare.toFixed(0)}/s: ${(api / bare).toFixed(2)}`,
      );
    }
  },
  items: async () => {
    console.log(
      `\nItems found at ${ITEMS} items over HTTP, against the plain scan by the database`,
    );
    for (const { what, text, api, plain } of await measureItemSearch(ADMIN_URL!, ADDRESS!)) {
      console.log(
        `  ${what} (${text}): ${api.toFixed(1)} ms, plain ${plain.toFixed(1)} ms: ${(api / plain).toFixed(2)} (wanted: at most 50 ms)`,
      );
    }
  },
  trialBalance: async () => {
    const { lines, kept, plain } = await measureTrialBalance(ADMIN_URL!);
    console.log(`\nTrial balance at ${lines} lines, against the plain sum over the lines`);
    console.log(
      `  kept balances ${kept.toFixed(1)} ms, plain ${plain.toFixed(1)} ms: ${(kept / plain).toFixed(3)} (wanted: at most 0.100)`,
    );
  },
  accounts: async () => {
    console.log(
      `\nCharge accounts: ${ACCOUNTS} of them, ${CHARGES + PAYMENTS} items, over HTTP against the database alone`,
    );
    for (const { what, api, plain: alone } of await measureAccounts(ADMIN_URL!, ADDRESS!)) {
      console.log(
        `  ${what}: ${api.toFixed(1)} ms, plain ${alone.toFixed(1)} ms: ${(api / alone).toFixed(2)}`,
      );
    }
    const { one, thousand, megabytes } = await measureStatements(ADDRESS!);
    console.log(
      `  a statement as PDF ${one.toFixed(0)} ms, each of a thousand ${thousand.toFixed(1)} ms: ${(thousand / one).toFixed(2)} (${megabytes.toFixed(1)} MB in one file)`,
    );
    const charging = await measureCharging(ADMIN_URL!, ADDRESS!);
    console.log(
      `  one account charged by 20 drawers ${charging.together.toFixed(0)}/s, by one ${charging.alone.toFixed(0)}/s: ${(charging.together / charging.alone).toFixed(2)}; the limit ${charging.held ? 'held' : 'DID NOT HOLD'}`,
    );
  },
  search: async () => {
    console.log(
      `\nSearch at ${DOCUMENTS} documents over HTTP, against a plain scan of them by the database`,
    );
    for (const { what, api, plain, wanted } of await measureSearch(ADMIN_URL!, ADDRESS!)) {
      console.log(
        `  ${what}: ${api.toFixed(1)} ms, plain ${plain.toFixed(1)} ms: ${(api / plain).toFixed(2)}${wanted === null ? '' : ` (wanted: at most ${wanted} ms)`}`,
      );
    }
  },
  growth: async () => {
    const { small, large } = await measureGrowth(ADDRESS!, ADMIN_URL!, seconds);
    console.log('\nPosting a sale through the API with a million sales in the books');
    console.log(
      `  ${small.toFixed(1)} ms at 10,000 sales, ${large.toFixed(1)} ms at 1,000,000: ${(large / small).toFixed(2)} (wanted: at most 1.10)`,
    );
  },
  frame: async () => {
    const { frame, trail, plain, manyDays, deep } = await measureFrame(ADDRESS!, ADMIN_URL!);
    console.log(
      `\nWhere every cent is, at ${SALES} sales, against the plain sum over the lines`,
    );
    console.log(
      `  frame ${frame.toFixed(1)} ms, trail of a day of a thousand tickets ${trail.toFixed(1)} ms, plain ${plain.toFixed(1)} ms: ${(frame / plain).toFixed(3)}, ${(trail / plain).toFixed(3)}`,
    );
    console.log(
      `  with ${DAYS} days more ${manyDays.toFixed(1)} ms, a page in their midst ${deep.toFixed(1)} ms: ${(manyDays / frame).toFixed(2)}, ${(deep / frame).toFixed(2)} (wanted: about 1)`,
    );
  },
};

// BENCH_ONLY names those that are wanted, with commas between.
const only = process.env['BENCH_ONLY']?.split(',');
for (const [name, measure] of Object.entries(MEASURES)) {
  if (!only || only.includes(name)) await measure();
}
