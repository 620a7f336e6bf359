/** A place, mm from the crank's axis as seen from the front: x to the right, y towards 12. */
export type Place = readonly [xMm: number, yMm: number];

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** Bolts on a circle, evenly, clockwise from an angle. */
export const onCircle = (bolts: number, acrossMm: number, firstDeg: number): Place[] =>
  Array.from({ length: bolts }, (_, i) => {
    const turn = ((firstDeg + (i * 360) / bolts) * Math.PI) / 180;
    return [tenth((acrossMm / 2) * Math.sin(turn)), tenth((acrossMm / 2) * Math.cos(turn))];
  });

/** Bolts round a rectangle, evenly along its edge, clockwise from its upper left corner. */
export function onRectangle(bolts: number, wideMm: number, topMm: number, bottomMm: number): Place[] {
  const high = topMm - bottomMm;
  const round = 2 * (wideMm + high);
  return Array.from({ length: bolts }, (_, i) => {
    const way = (i * round) / bolts;
    const [x, y] =
      way <= wideMm
        ? [way - wideMm / 2, topMm]
        : way <= wideMm + high
          ? [wideMm / 2, topMm - (way - wideMm)]
          : way <= 2 * wideMm + high
            ? [wideMm / 2 - (way - wideMm - high), bottomMm]
            : [-wideMm / 2, bottomMm + (way - 2 * wideMm - high)];
    return [tenth(x), tenth(y)];
  });
}

/** Rows of x and y as they are pasted from a table: a row a bolt. What can't be read is said by its row. */
export function fromRows(
  text: string,
  read: (number: string) => number | null | undefined,
): { places: Place[] } | { wrong: string } {
  const rows = text
    .split(/\r?\n/)
    .map((row) => row.trim())
    .filter((row) => row !== '');
  const places: Place[] = [];
  for (const [i, row] of rows.entries()) {
    const cells = row.split(/[\t;]|,\s+|\s+/).filter((cell) => cell !== '');
    const [x, y] = cells.slice(-2).map(read);
    if (cells.length < 2 || cells.length > 3 || x == null || y == null)
      return {
        wrong: `Row ${i + 1}, “${row}”, must be two numbers, x and y, such as 62.5 -40; a name may stand before them.`,
      };
    places.push([x, y]);
  }
  return places.length < 2 || places.length > 40
    ? { wrong: `There must be 2 to 40 rows, a bolt each; there are ${places.length}.` }
    : { places };
}
