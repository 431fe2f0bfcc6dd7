/** Prints rows of cells in columns as wide as they need to be; the first column flush left, the others right. */
export function printTable(rows: readonly (readonly string[])[]): void {
  const widths = rows[0].map((_, column) => Math.max(...rows.map((row) => row[column].length)));
  for (const row of rows) {
    const cells = row.map((cell, i) => (i === 0 ? cell.padEnd(widths[i]) : cell.padStart(widths[i])));
    process.stdout.write(`${cells.join('  ')}\n`);
  }
}
