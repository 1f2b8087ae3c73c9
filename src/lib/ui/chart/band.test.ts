import { describe, expect, it } from 'vitest';
import { percentAxis, timeAxis } from './axes';
import { bandSeries, measuredSeries, windowArea, type BandPoint } from './band';
import { faded, type Palette } from './palette';
import { percentTooltip } from './tooltip';

const palette: Palette = {
  ink: 'rgb(40, 36, 33)',
  soft: 'rgb(90, 80, 70)',
  rule: 'rgb(200, 190, 170)',
  heat: 'rgb(180, 60, 30)',
  water: 'rgb(60, 110, 150)',
  clay: 'rgb(180, 120, 40)',
  good: 'rgb(60, 120, 90)',
  paper: 'rgb(250, 248, 240)'
};
const points: BandPoint[] = [0, 1, 2, 3].map((x) => [x, 3 + x / 10, 2.5, 3.5]);

describe('an estimate through time', () => {
  const { range, line } = bandSeries('moisture', points, palette.heat);
  const drawing = { coord: ([x, y]: [number, number]): [number, number] => [100 * x, -100 * y] };
  it('is a line of its middles over one shape of its range', () => {
    expect(line.data).toEqual(points.map(([x, middle]) => [x, middle]));
    const shape = range.renderItem({ dataIndex: 0, dataIndexInside: 0, dataInsideLength: 4 }, drawing);
    expect(shape).toMatchObject({ type: 'polygon', style: { fill: 'rgba(180, 60, 30, 0.22)' } });
    expect(shape!.shape.points).toHaveLength(8);
  });
  it('is drawn once, by the first point in view, and reaches one point beyond either edge', () => {
    expect(
      range.renderItem({ dataIndex: 2, dataIndexInside: 1, dataInsideLength: 2 }, drawing)
    ).toBeUndefined();
    const inside = range.renderItem({ dataIndex: 1, dataIndexInside: 0, dataInsideLength: 2 }, drawing);
    expect(inside!.shape.points.map(([x]) => x)).toEqual([0, 100, 200, 300, 300, 200, 100, 0]);
  });
  it('of another heap is dashed', () =>
    expect(bandSeries('other', points, palette.clay, { dashed: true }).line.lineStyle.type).toBe('dashed'));
});

describe('measured points', () => {
  it('are open rings that can be pointed at', () =>
    expect(measuredSeries('test', [[1, 3]], palette)).toMatchObject({
      large: false,
      silent: false,
      itemStyle: { color: palette.paper, borderColor: palette.ink }
    }));
  it('are dots when they are too many for that', () => {
    const many = Array.from({ length: 300 }, (_, i) => [i, 3] as const);
    expect(measuredSeries('test', many, palette)).toMatchObject({ large: true, silent: true, symbolSize: 3 });
  });
});

describe('what lies around a series', () => {
  it('is its window, between two values of the y axis', () =>
    expect(windowArea({ min: 2.8, max: 3.3 }, palette).data).toEqual([[{ yAxis: 2.8 }, { yAxis: 3.3 }]]));
  it('is an axis that ends on a round figure, so that no two lines crowd', () => {
    for (const most of [0.2, 1, 3.3, 4.13, 12.01, 90, 180]) {
      const { max, interval } = percentAxis(palette, most);
      expect(max).toBeGreaterThanOrEqual(most);
      expect(max - most).toBeLessThan(interval);
      expect(max % interval).toBe(0);
      expect(max / interval).toBeLessThanOrEqual(6);
    }
  });
  it('is a moment in words, not in digits for machines', () => {
    const { label } = timeAxis(palette).axisPointer;
    expect(label.formatter({ value: new Date(2026, 9, 16, 13, 10).getTime() })).toBe('16 Oct 2026, 13:10');
  });
  it('is a word at the pointer: percent, or nothing where there is none', () => {
    const { valueFormatter } = percentTooltip(palette);
    expect([valueFormatter(3.14159), valueFormatter('-'), valueFormatter(undefined)]).toEqual([
      '3.1 %',
      '',
      ''
    ]);
  });
  it('may be the same colour at part of its strength', () =>
    expect(faded('rgb(1, 2, 3)', 0.5)).toBe('rgba(1, 2, 3, 0.5)'));
});
