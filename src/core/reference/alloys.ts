/**
 * Starting figures of the metals that hobbyists cast.
 *
 * Source: usual materials-handbook figures for each alloy family, rounded (handbook default).
 */
export interface AlloyFigures {
  name: string;
  solidus_c: number;
  liquidus_c: number;
  /** The middle of the usual pouring range. */
  pour_c: number;
  /** Heat of fusion, J/kg. */
  latent_j_kg: number;
  /** Liquid, J/(kg·K). */
  liquid_j_kg_k: number;
  /** Solid, J/(kg·K), mean from warm to the solidus. */
  solid_j_kg_k: number;
}

const alloy = (
  name: string,
  [solidus_c, liquidus_c]: readonly [number, number],
  pour_c: number,
  latent_kj_kg: number,
  liquid_kj_kg_k: number,
  solid_kj_kg_k: number
): AlloyFigures => ({
  name,
  solidus_c,
  liquidus_c,
  pour_c,
  latent_j_kg: latent_kj_kg * 1000,
  liquid_j_kg_k: liquid_kj_kg_k * 1000,
  solid_j_kg_k: solid_kj_kg_k * 1000
});

export const ALLOYS = {
  aluminium: alloy('aluminium, 7 silicon', [557, 613], 720, 390, 1.08, 0.96),
  'aluminium-wrought': alloy('aluminium, wrought scrap', [640, 660], 750, 397, 1.08, 1.0),
  'zinc-4': alloy('zinc, 4 aluminium', [381, 387], 430, 105, 0.5, 0.42),
  'zinc-12': alloy('zinc, 12 aluminium', [377, 432], 510, 120, 0.5, 0.45),
  'zinc-27': alloy('zinc, 27 aluminium', [375, 484], 560, 130, 0.55, 0.52),
  'tin-bronze': alloy('tin bronze', [850, 1000], 1145, 190, 0.5, 0.41),
  'red-brass': alloy('red brass', [855, 1010], 1150, 185, 0.5, 0.41),
  'yellow-brass': alloy('yellow brass', [895, 910], 1015, 165, 0.5, 0.42),
  'aluminium-bronze': alloy('aluminium bronze', [1035, 1045], 1170, 220, 0.6, 0.46),
  copper: alloy('copper', [1085, 1085], 1165, 205, 0.5, 0.43),
  pewter: alloy('pewter', [240, 295], 330, 65, 0.25, 0.24),
  silver: alloy('sterling silver', [800, 893], 995, 105, 0.3, 0.26),
  iron: alloy('grey iron', [1145, 1200], 1370, 240, 0.85, 0.68)
} as const;

export type Alloy = keyof typeof ALLOYS;
export const ALLOY_NAMES = Object.keys(ALLOYS) as Alloy[];

/** What most hobby castings are made of: taken where nobody said. */
export const USUAL_ALLOY: Alloy = 'aluminium';
