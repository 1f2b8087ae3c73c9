/**
 * Cautions, shown where the hand is about to do the thing. Short on purpose; local rules and licensed trades
 * come first, and the handbook page says so.
 */
export const CAUTIONS = {
  dust: {
    title: 'Silica and clay dust scars the lungs.',
    text: 'Damp it or work outdoors. Wear a fitted respirator while sand, clay or fines are dry or being sieved.'
  },
  flammable: {
    title: 'Activator is flammable.',
    text: 'No flame, spark or hot pan near it; air the room; cap the bottle at once.'
  },
  oil: {
    title: 'Oil sand smokes when it burns.',
    text: 'Pour outdoors or in strong ventilation. Keep oily rags in a closed metal tin.'
  },
  wet: {
    title: 'Wet sand and molten metal do not mix.',
    text: 'A mold that is too wet can throw metal. Do not pour until the sand is back in its window.'
  },
  burning: {
    title: 'Red heat and fumes.',
    text: 'Outdoors, face shield and gloves, nothing that burns near it; oil and carbon smoke as they go.'
  },
  dye: {
    title: 'Boiling water, and a dye that stains.',
    text: 'Eye cover and gloves; keep the flask from boiling over and the dye off skin, wood and food.'
  },
  drying: {
    title: 'Hot pan, hot sand.',
    text: 'Gloves and eye cover; sand can spit while it dries. Never dry oil-bonded sand in a microwave or over a flame.'
  },
  damp: {
    title: 'Damp throws metal.',
    text: 'Damp tools, a damp ingot mold or wet concrete under a spill can throw molten metal about.'
  },
  burns: {
    title: 'Metal splashes.',
    text: 'Face shield, leather over wool or cotton, boots covered. Outdoors; no water on a metal fire. Local rules come first.'
  },
  hot: {
    title: 'Hot inside for hours.',
    text: 'No water on it: it spits, and it may crack.'
  },
  zinc: {
    title: 'Zinc and brass fume.',
    text: 'The white smoke makes ill: outdoors, upwind, no hotter than it takes.'
  },
  chips: {
    title: 'Chips can hold oil and water.',
    text: 'Dry and clean them; only under the surface of a melt that is there already.'
  },
  hollow: {
    title: 'Closed hollows burst.',
    text: 'Cut pistons, tubes and housings open; drain oil and water, and dry them before they are melted.'
  },
  cans: {
    title: 'Cans hold drink, water and lacquer.',
    text: 'Crush and dry them; push them under a pool. The lacquer smokes: outdoors, upwind.'
  },
  coated: {
    title: 'Paint, plating and galvanising give off poison fume.',
    text: 'Zinc, cadmium, chrome or lead may be in it. Leave it out, or strip it and stay upwind.'
  },
  unknown: {
    title: 'Unknown scrap may be magnesium.',
    text: 'Magnesium burns in the crucible and water makes it worse. Weigh the piece in water first; if in doubt, leave it out.'
  },
  lead: {
    title: 'This metal holds lead.',
    text: 'Its fume and dust are poison: outdoors, wash your hands, keep children away. Not for food.'
  },
  'not-for-food': {
    title: 'Not for food.',
    text: 'Nobody knows all that is in scrap. Make no cup, plate or pan of it.'
  }
} as const;

export type CautionName = keyof typeof CAUTIONS;
