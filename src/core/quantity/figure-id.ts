/** What figures are of. */
export const FIGURE_THINGS = ['heap', 'mold', 'session', 'lot', 'flask', 'pattern'] as const;
export type FigureThing = (typeof FIGURE_THINGS)[number];

/** What there is to tell of each, with the unit that its value is in. */
export const FIGURES = {
  heap: [
    'total-kg',
    'moisture-percent',
    'active-clay-percent',
    'dead-clay-percent',
    'burnt-kg',
    'water-to-temper-kg',
    'clay-to-temper-kg',
    'water-to-lose-kg'
  ],
  mold: [
    'castings-kg',
    'gating-kg',
    'metal-kg',
    'sand-kg',
    'sand-with-allowance-kg',
    'drag-kg',
    'cope-kg',
    'closed-kg',
    'poured-kg',
    'hold-down-kg',
    'pour-c',
    'pour-s'
  ],
  session: ['charge-kg'],
  lot: ['on-hand-kg', 'bought-kg', 'moisture-percent', 'active-percent'],
  flask: ['length-mm', 'width-mm', 'cope-mm', 'drag-mm'],
  pattern: ['length-mm', 'width-mm', 'height-mm', 'casting-kg']
} as const satisfies Record<FigureThing, readonly string[]>;
export type FigureName = { [T in FigureThing]: `${T}.${(typeof FIGURES)[T][number]}` }[FigureThing];

/**
 * A figure's identity: the same one has the same value wherever it stands, on pages as `data-figure` and in answers.
 *
 * @example figureId('mold.metal-kg', 8) // 'mold:8.metal-kg'
 */
export function figureId(name: FigureName, id: number): string {
  const [thing, what] = name.split('.');
  return `${thing}:${id}.${what}`;
}
