export interface Measured {
  what: string;
  value: number;
  target: number;
  unit: string;
  /** Nine in ten such runs come to something between these. */
  between?: readonly [number, number];
  /** The target is a floor, not a ceiling. */
  atLeast?: boolean;
}

export const met = ({ value, target, atLeast = false }: Measured): boolean =>
  atLeast ? value >= target : value <= target;

/** The figures beside their targets, and the ratio of the two. */
export function table(rows: Measured[]): string {
  const cells = rows.map((row) => [
    row.what,
    `${row.value.toPrecision(3)} ${row.unit}${row.between ? ` (${row.between.map((each) => each.toPrecision(3)).join('–')})` : ''}`.trim(),
    `${row.atLeast ? '≥' : '≤'} ${row.target} ${row.unit}`.trim(),
    (row.value / row.target).toFixed(2),
    met(row) ? 'met' : 'MISSED'
  ]);
  const head = ['what', 'measured', 'target', 'ratio', ''];
  const widths = head.map((_, i) => Math.max(...[head, ...cells].map((row) => row[i]!.length)));
  const line = (row: string[]) =>
    row.map((cell, i) => (i === 0 ? cell.padEnd(widths[i]!) : cell.padStart(widths[i]!))).join('  ');
  return [line(head), widths.map((width) => '─'.repeat(width)).join('  '), ...cells.map(line)].join('\n');
}
