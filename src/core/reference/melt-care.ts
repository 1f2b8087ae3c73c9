import type { Alloy } from './alloys';

/** Metals that are melted alike. */
export type MetalFamily = 'light' | 'zinc' | 'tin' | 'copper' | 'silver' | 'iron';

const FAMILIES: Record<Alloy, MetalFamily> = {
  aluminium: 'light',
  'aluminium-wrought': 'light',
  'zinc-4': 'zinc',
  'zinc-12': 'zinc',
  'zinc-27': 'zinc',
  'tin-bronze': 'copper',
  'red-brass': 'copper',
  'yellow-brass': 'copper',
  'aluminium-bronze': 'copper',
  copper: 'copper',
  pewter: 'tin',
  silver: 'silver',
  iron: 'iron'
};
export const familyOf = (alloy: Alloy): MetalFamily => FAMILIES[alloy];

/** Alloys that give off zinc as they are melted, and those that hold lead. */
export const FUMES_ZINC: readonly Alloy[] = ['zinc-4', 'zinc-12', 'zinc-27', 'red-brass', 'yellow-brass'];
export const HOLDS_LEAD: readonly Alloy[] = ['red-brass'];

/** What is done with every melt, before and after what its family wants besides. */
const FIRST = [
  'Heat the crucible slowly from cold: damp or sudden heat cracks it.',
  'Warm every piece on the furnace rim. Nothing damp, cold or oily goes into molten metal.',
  'Start with the heavy pieces; once there is a pool, push thin ones under it.'
];
const LAST = [
  'Skim just before you pour, with a warm dry skimmer.',
  'Pour what is left into a warm dry ingot mold. Never let it freeze in the crucible.'
];
/** So many of its steps come after everything else, at the pour. */
export const LAST_OF_MELT = LAST.length;
const OWN: Record<MetalFamily, readonly string[]> = {
  light: [
    'Do not stir: the skin protects the melt, and folded in it is dross.',
    'Hold it short, under 15 minutes at heat: damp, time and heat bring in hydrogen, which shows as pinholes.',
    'If pinholes came last time, degas: a tablet or dry inert gas as its maker says, outdoors. Or let the melt freeze slowly and melt it again.',
    'Use a flux only as its maker says, dry, and skim it off.'
  ],
  zinc: [
    'Stop heating as soon as it is hot enough: overheated zinc burns off as white smoke.',
    'Leave no iron tool standing in it: zinc dissolves iron.'
  ],
  tin: ['Low heat is enough: a pewter melt that turns yellow or blue on top is too hot.'],
  copper: [
    'Melt fast under a lid or a layer of dry charcoal: copper takes up oxygen and steam.',
    'Stir once after the last addition, and pour soon: what fumes off is zinc or tin.'
  ],
  silver: [
    'Melt fast under a lid or dry charcoal: molten silver takes up oxygen and spits it out as it freezes.'
  ],
  iron: [
    'Iron is past the heat of most hobby gear: crucible, lining, tongs and clothing must be made for it.',
    'Carry it a few steps only: it loses heat faster than any other metal here.'
  ]
};

/**
 * What is done while a metal melts, in order.
 *
 * Source: usual hobby practice: slow dry crucible, thin stuff under a pool, short holding, skimmed before the pour (handbook
 * default)
 */
export const meltCare = (alloy: Alloy): readonly string[] => [...FIRST, ...OWN[familyOf(alloy)], ...LAST];
