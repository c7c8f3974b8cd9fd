import { makeBead, STAGES, type Stage } from '@abacist/core/days';
import fc from 'fast-check';
import { placeBeads } from './Abacus';

const bead = (key: string, stage: Stage) =>
  makeBead({ key, shape: 'card', label: key, looseMinor: 0 }, [
    { place: stage, amountMinor: 1 },
  ]);

test('on the shortest rod no bead lies over another’s middle, and none beyond its end', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom(...STAGES), { minLength: 1, maxLength: 9 }),
      fc.integer({ min: 80, max: 700 }),
      fc.constantFrom(10, 24),
      (stages, width, size) => {
        const beads = stages.map((stage, i) => bead(String(i), stage));
        const placed = placeBeads(beads, width, size);
        expect(placed.map(({ bead: { stage } }) => stage)).toEqual(
          STAGES.flatMap((stage) => stages.filter((one) => one === stage)),
        );
        const step = Math.min(size, (width - size) / Math.max(1, beads.length - 1));
        placed.forEach(({ x }, i) => {
          expect(x).toBeGreaterThanOrEqual(0);
          expect(x + size).toBeLessThanOrEqual(width + 1e-6);
          if (i > 0) expect(x - placed[i - 1]!.x).toBeGreaterThanOrEqual(step - 1e-6);
        });
      },
    ),
  );
});

test('beads lie side by side at their stage, in the order of stages, inside the rod', () => {
  const beads = [bead('a', 'home'), bead('b', 'taken'), bead('c', 'home'), bead('d', 'sent')];
  const placed = placeBeads(beads, 340);
  expect(placed.map((one) => one.bead.key)).toEqual(['b', 'd', 'a', 'c']);
  for (const [i, { x }] of placed.entries()) {
    expect(x).toBeGreaterThanOrEqual(0);
    expect(x + 24).toBeLessThanOrEqual(340);
    if (i > 0) expect(x - placed[i - 1]!.x).toBeGreaterThanOrEqual(28);
  }
});
