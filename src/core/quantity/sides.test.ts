import { describe, expect, it } from 'vitest';
import { parseSides } from './sides';

describe('several lengths at once', () => {
  it.each([
    ['180 x 120 x 20', 'mm', [0.18, 0.12, 0.02]],
    ['350×250', 'mm', [0.35, 0.25]],
    ['7 * 5 in', 'mm', [0.1778, 0.127]],
    ['7 x 5 x 1/2', 'in', [0.1778, 0.127, 0.0127]],
    ['18 cm x 120 mm x 2 cm', 'mm', [0.18, 0.12, 0.02]]
  ] as const)('%s', (text, unit, metres) => {
    const read = parseSides(text, unit)!;
    expect(read.length).toBe(metres.length);
    read.forEach((m, i) => expect(m).toBeCloseTo(metres[i]!, 9));
  });
  it.each(['180', '180 x', 'x 20', '180 x what', 'max', ''])('“%s” is none', (text) => {
    expect(parseSides(text, 'mm')).toBeNull();
  });
});
