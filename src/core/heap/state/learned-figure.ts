/**
 * Figures that a heap teaches: how much faster it dries than the handbook says, the density it rams to
 * (kg/m³), the share of drawn sand that is lost each time, and the sand burnt by a kilogram of metal.
 */
export type LearnedFigure = 'drying' | 'rammed-density' | 'spill' | 'burn';

export const LEARNED_FIGURES: readonly LearnedFigure[] = ['drying', 'rammed-density', 'spill', 'burn'];

/** Learned figures in SI for one unit of the interface: kg/L, %, and plain factors. */
export const LEARNED_SI: Record<LearnedFigure, number> = {
  drying: 1,
  'rammed-density': 1000,
  spill: 0.01,
  burn: 1
};

/** What a learned figure may be held at, in the units of the interface. */
export const LEARNED_RANGE: Record<LearnedFigure, { min: number; max: number; unit: string }> = {
  drying: { min: 0.05, max: 20, unit: '' },
  'rammed-density': { min: 0.5, max: 4, unit: 'kg/L' },
  spill: { min: 0, max: 50, unit: '%' },
  burn: { min: 0.001, max: 20, unit: 'kg per kg' }
};

/** What each is called, and the unit it is given in. */
export const LEARNED_WORDS: Record<LearnedFigure, { name: string; unit: string }> = {
  drying: { name: 'drying', unit: '×' },
  'rammed-density': { name: 'rammed density', unit: 'kg/L' },
  spill: { name: 'spill', unit: '%' },
  burn: { name: 'burning', unit: 'kg/kg' }
};
