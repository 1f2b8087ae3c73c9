/**
 * Starting figures of the metals that hobbyists cast.
 *
 * Source: usual materials-handbook figures for each alloy family, rounded (handbook default). Columns: solidus and liquidus,
 * pouring range, heat of fusion, heat capacities, conductivity, densities, contraction, loss, thinnest wall, shrinkage, shaken out below,
 * and the set-point: least over the liquidus, lost on the way,
 * hottest, and the stream that hands keep up (zinc and pewter by the volume of aluminium's).
 */
export interface AlloyFigures {
  name: string;
  solidus_c: number;
  liquidus_c: number;
  /** The middle of the usual pouring range, and its ends: thin work is poured at the top, chunky at the bottom. */
  pour_c: number;
  pour_range_c: readonly [number, number];
  /** Heat of fusion, J/kg. */
  latent_j_kg: number;
  /** Liquid, J/(kg·K). */
  liquid_j_kg_k: number;
  /** Solid, J/(kg·K), mean from warm to the solidus. */
  solid_j_kg_k: number;
  /** Heat that it passes on as it freezes, W/(m·K); still liquid has about half, but stirs itself. */
  w_m_k: number;
  /** Cold, kg/m³. */
  solid_kg_m3: number;
  /** As it is poured, kg/m³. */
  liquid_kg_m3: number;
  /** How much shorter it is cold than its mold, share of the mold: what a pattern is made larger by. */
  contraction: number;
  /** Of what is melted, share that goes as dross and fume: clean and heavy, dirty and thin. */
  loss: readonly [number, number];
  /** Thinnest wall that it runs in sand at the middle of its range, m. */
  runs_m: number;
  /** Of its volume, share that it loses as it freezes: what a riser has to give back. */
  shrinks: number;
  /** Below this a casting is strong enough to be taken out of its mold, and does not crack or scale in the air. */
  shake_out_c: number;
  /** A furnace is set so far above the liquidus at the least; so much is lost in tapping and carrying; and never hotter than. */
  set_point: { over_c: number; carry_c: number; most_c: number };
  /** A stream that hands keep up, slow and fast, kg/s. */
  hand_kg_s: readonly [number, number];
  /** Iron is poured by the time that its wall wants; others calmly, between what hands keep up. */
  pours_by: 'hand' | 'wall';
}

const alloy = (
  name: string,
  [solidus_c, liquidus_c]: readonly [number, number],
  pour_range_c: readonly [number, number],
  latent_kj_kg: number,
  liquid_kj_kg_k: number,
  solid_kj_kg_k: number,
  w_m_k: number,
  [solid_kg_l, liquid_kg_l]: readonly [number, number],
  contraction_percent: number,
  [least_loss_percent, most_loss_percent]: readonly [number, number],
  runs_mm: number,
  shrinks_percent: number,
  shake_out_c: number,
  [over_c, carry_c, most_c]: readonly [number, number, number],
  hand_kg_s: readonly [number, number],
  pours_by: 'hand' | 'wall' = 'hand'
): AlloyFigures => ({
  name,
  solidus_c,
  liquidus_c,
  pour_c: (pour_range_c[0] + pour_range_c[1]) / 2,
  pour_range_c,
  latent_j_kg: latent_kj_kg * 1000,
  liquid_j_kg_k: liquid_kj_kg_k * 1000,
  solid_j_kg_k: solid_kj_kg_k * 1000,
  w_m_k,
  solid_kg_m3: solid_kg_l * 1000,
  liquid_kg_m3: liquid_kg_l * 1000,
  contraction: contraction_percent / 100,
  loss: [least_loss_percent / 100, most_loss_percent / 100],
  runs_m: runs_mm / 1000,
  shrinks: shrinks_percent / 100,
  shake_out_c,
  set_point: { over_c, carry_c, most_c },
  hand_kg_s,
  pours_by
});

// One metal a line, as a table is read.
// prettier-ignore
export const ALLOYS = {
  aluminium: alloy('aluminium, 7 % silicon', [557, 613], [680, 760], 390, 1.08, 0.96, 150, [2.68, 2.4], 1.3, [2, 6], 3.5, 5.5, 350, [40, 25, 800], [0.1, 0.6]),
  'aluminium-wrought': alloy('aluminium, wrought scrap', [640, 660], [720, 780], 397, 1.08, 1.0, 190, [2.7, 2.38], 1.7, [3, 10], 4.5, 6, 350, [40, 25, 800], [0.1, 0.6]),
  'zinc-4': alloy('zinc, 4 % aluminium', [381, 387], [410, 450], 105, 0.5, 0.42, 110, [6.6, 6.1], 1.2, [1, 2], 1.5, 4.5, 200, [25, 25, 480], [0.2, 1.2]),
  'zinc-12': alloy('zinc, 12 % aluminium', [377, 432], [470, 550], 120, 0.5, 0.45, 115, [6.03, 5.6], 1.3, [1, 3], 2, 4.5, 200, [25, 25, 580], [0.2, 1.2]),
  'zinc-27': alloy('zinc, 27 % aluminium', [375, 484], [520, 600], 130, 0.55, 0.52, 120, [5.0, 4.6], 1.3, [1, 3], 2.5, 5, 200, [25, 25, 650], [0.2, 1.2]),
  'tin-bronze': alloy('tin bronze', [850, 1000], [1100, 1190], 190, 0.5, 0.41, 50, [8.78, 8.1], 1.5, [2, 4], 3.5, 4.5, 450, [40, 50, 1250], [0.3, 1.2]),
  'red-brass': alloy('red brass', [855, 1010], [1100, 1200], 185, 0.5, 0.41, 72, [8.8, 8.0], 1.5, [2, 5], 3.5, 4.5, 450, [40, 50, 1250], [0.3, 1.2]),
  'yellow-brass': alloy('yellow brass', [895, 910], [980, 1050], 165, 0.5, 0.42, 110, [8.4, 7.7], 1.6, [4, 8], 3, 6, 450, [40, 50, 1100], [0.3, 1.2]),
  'aluminium-bronze': alloy('aluminium bronze', [1035, 1045], [1120, 1220], 220, 0.6, 0.46, 55, [7.6, 7.0], 2.0, [2, 4], 3.5, 4.5, 450, [40, 50, 1270], [0.3, 1.2]),
  copper: alloy('copper', [1085, 1085], [1130, 1200], 205, 0.5, 0.43, 340, [8.96, 8.0], 2.0, [2, 4], 4.5, 4.9, 450, [40, 50, 1260], [0.3, 1.2]),
  pewter: alloy('pewter', [240, 295], [310, 350], 65, 0.25, 0.24, 55, [7.28, 7.0], 0.4, [1, 2], 1.5, 2.5, 120, [15, 25, 400], [0.2, 1.2]),
  silver: alloy('sterling silver', [800, 893], [970, 1020], 105, 0.3, 0.26, 340, [10.4, 9.3], 1.9, [1, 1], 1.5, 5, 450, [40, 50, 1080], [0.3, 1.2]),
  iron: alloy('grey iron', [1145, 1200], [1320, 1420], 240, 0.85, 0.68, 45, [7.15, 6.9], 1.0, [3, 6], 4, 1, 550, [40, 75, 1480], [0.5, 2.5], 'wall')
} as const;

export type Alloy = keyof typeof ALLOYS;
export const ALLOY_NAMES = Object.keys(ALLOYS) as Alloy[];

/** What most hobby castings are made of: taken where nobody said. */
export const USUAL_ALLOY: Alloy = 'aluminium';
