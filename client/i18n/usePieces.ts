import { useMoney } from '~/ui/Money';

/** Pieces by denomination in words, the largest first: `2 × 20.00, 5 × 1.00`. */
export function usePieces(): (count: Readonly<Record<string, number>>) => string {
  const money = useMoney();
  return (count) =>
    Object.entries(count)
      .filter(([, pieces]) => pieces > 0)
      .sort(([a], [b]) => Number(b) - Number(a))
      .map(([value, pieces]) => `${pieces} × ${money(Number(value))}`)
      .join(', ');
}
