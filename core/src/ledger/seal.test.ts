import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { FIRST_SEAL, sealHash, type SealedEntry } from './seal';

const ENTRY: SealedEntry = {
  id: 7,
  date: '2026-03-02',
  kind: 'sale',
  subjectId: 3,
  reversesEntryId: null,
  userId: 1,
  postedAt: '2026-03-02 16:00:00.000',
  memo: 'Rope “12 mm”',
  lines: [
    {
      position: 1,
      account: 'drawer',
      amountMinor: 1200,
      currency: 'CAD',
      dimensions: { drawer_id: 1, department_id: null },
    },
    {
      position: 2,
      account: 'sales',
      amountMinor: -1200,
      currency: 'CAD',
      dimensions: { drawer_id: null, department_id: 4 },
    },
  ],
};

test('it is SHA-256 over one fixed writing, as node:crypto computes it', () => {
  const written = JSON.stringify([
    FIRST_SEAL, 1, 7, '2026-03-02', 'sale', 3, null, 1,
    '2026-03-02 16:00:00.000', 'Rope “12 mm”',
    [
      [1, 'drawer', 1200, 'CAD', [['drawer_id', 1]]],
      [2, 'sales', -1200, 'CAD', [['department_id', 4]]],
    ],
  ]); // prettier-ignore
  const expected = createHash('sha256').update(written, 'utf8').digest('hex');
  expect(sealHash(FIRST_SEAL, 1, ENTRY)).toBe(expected);
});

test('the order in which lines are read does not matter', () => {
  const turned = { ...ENTRY, lines: [...ENTRY.lines].reverse() };
  expect(sealHash(FIRST_SEAL, 1, turned)).toBe(sealHash(FIRST_SEAL, 1, ENTRY));
});

test('whatever is changed changes the hash, and so does what stood before', () => {
  const [first, second] = ENTRY.lines;
  const changes: Partial<SealedEntry>[] = [
    { id: 8 },
    { date: '2026-03-03' },
    { kind: 'saleVoid' },
    { subjectId: 4 },
    { reversesEntryId: 1 },
    { userId: 2 },
    { postedAt: '2026-03-02 16:00:00.001' },
    { memo: '' },
    { lines: [first!] },
    { lines: [{ ...first!, amountMinor: 1201 }, second!] },
    { lines: [{ ...first!, currency: 'USD' }, second!] },
    { lines: [{ ...first!, account: 'safe' }, second!] },
    { lines: [{ ...first!, dimensions: { drawer_id: 2 } }, second!] },
  ];
  const hashes = new Set([
    sealHash(FIRST_SEAL, 1, ENTRY),
    sealHash(FIRST_SEAL, 2, ENTRY),
    sealHash('f'.repeat(64), 1, ENTRY),
    sealHash(FIRST_SEAL, 1, ENTRY, ['a'.repeat(64)]),
    sealHash(FIRST_SEAL, 1, ENTRY, ['b'.repeat(64)]),
    ...changes.map((change) => sealHash(FIRST_SEAL, 1, { ...ENTRY, ...change })),
  ]);
  expect(hashes.size).toBe(changes.length + 5);
});

test('no two memos that differ seal alike, quotes and commas included', () => {
  fc.assert(
    fc.property(fc.string(), fc.string(), (a, b) => {
      fc.pre(a !== b);
      const seal = (memo: string) => sealHash(FIRST_SEAL, 1, { ...ENTRY, memo });
      expect(seal(a)).not.toBe(seal(b));
    }),
  );
});
