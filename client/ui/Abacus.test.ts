import { makeBead, type Stage } from '@abacist/core/days';
import { placeBeads } from './Abacus';

const bead = (key: string, stage: Stage) =>
  makeBead({ key, shape: 'card', label: key, looseMinor: 0 }, [
    { place: stage, amountMinor: 1 },
  ]);

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
