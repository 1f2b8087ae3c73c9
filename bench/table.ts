export interface Measured {
  what: string;
  value: number;
  target: number;
  unit: string;
}

/** The figures beside their targets; a ratio of 1 or less is met. */
export function table(rows: Measured[]): string {
  const cells = rows.map(({ what, value, target, unit }) => [
    what,
    `${value.toPrecision(3)} ${unit}`,
    `${target} ${unit}`,
    (value / target).toFixed(2),
    value <= target ? 'met' : 'MISSED'
  ]);
  const head = ['what', 'measured', 'target', 'ratio', ''];
  const widths = head.map((_, i) => Math.max(...[head, ...cells].map((row) => row[i]!.length)));
  const line = (row: string[]) =>
    row.map((cell, i) => (i === 0 ? cell.padEnd(widths[i]!) : cell.padStart(widths[i]!))).join('  ');
  return [line(head), widths.map((width) => '─'.repeat(width)).join('  '), ...cells.map(line)].join('\n');
}
