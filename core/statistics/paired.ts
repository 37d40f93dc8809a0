/** The numbers that stand at the same places of two lists, where both hold one. Example: `paired([1, null, 3], [4, 5, 6])` is `[[1, 4], [3, 6]]`. */
export function paired(a: readonly (number | null)[], b: readonly (number | null)[]): (readonly [number, number])[] {
  return a.flatMap((one, at) => {
    const other = b[at] ?? null;
    return one === null || other === null ? [] : [[one, other] as const];
  });
}
