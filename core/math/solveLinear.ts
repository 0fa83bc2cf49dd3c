/**
 * Solves a system of linear equations by Gaussian elimination with pivots.
 *
 * @param rows one for each unknown: its factors, and behind them what they come to; they are changed
 * @returns the unknowns; null where there is no single answer
 */
export function solveLinear(rows: number[][]): number[] | null {
  const n = rows.length;
  for (let column = 0; column < n; column++) {
    let best = column;
    for (let row = column + 1; row < n; row++)
      if (Math.abs(rows[row]![column]!) > Math.abs(rows[best]![column]!)) best = row;
    [rows[column], rows[best]] = [rows[best]!, rows[column]!];
    const pivot = rows[column]![column]!;
    if (!(Math.abs(pivot) >= 1e-9)) return null;
    for (let row = 0; row < n; row++) {
      if (row === column) continue;
      const share = rows[row]![column]! / pivot;
      for (let k = column; k <= n; k++) rows[row]![k]! -= share * rows[column]![k]!;
    }
  }
  return rows.map((row, i) => row[n]! / row[i]!);
}
