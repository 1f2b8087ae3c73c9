import type { CalculatorName } from '$lib/schema/calculator';

/** What each calculator is for, in a line. */
export const CALCULATOR_SUMMARIES: Record<CalculatorName, string> = {
  moisture: 'Moisture by drying, from gross weights',
  batch:
    'Scale weights of a batch, with the water of damp stock taken off. binder.active_percent is of the dry clay.',
  correction:
    'Water, clay or dry mix to bring a heap to a target. All percentages are of total mass, binder.active_percent of the clay as weighed.',
  squeeze: 'Grade, temper factor and suspects of one squeeze',
  'grain-fineness': 'Fineness number and grading from any subset of the sieve series',
  blend: 'Cheapest mix of stock that lands in the windows; 422 names the window that cannot be met',
  compactability: 'How far loose sand sinks under ramming',
  'green-compression': 'Strength from the load that broke a cylinder',
  permeability: 'Permeability number of a rig of any dimensions',
  'methylene-blue': 'Active clay from dye, by a factor fitted to your own standards',
  loss: 'Loss by clay wash or ignition',
  'temper-curve': 'Strength peak and temper moisture from a ladder of points',
  drying: 'Moisture over the coming hours; active clay is of the dry mix',
  flask: 'Sand that a flask takes by the half, what is lifted, and whether the cope holds together',
  'flask-fit': 'The least flask for some castings, and what one of your own lacks for them',
  'cope-lift': 'How hard the metal lifts the cope, and what holds it down',
  melt: 'How much to melt for some castings and their gating, and in how many melts',
  gating:
    'Head, choke, sprue and ingates that fill a casting in a time; the sprue’s top is of a basin 30 mm deep unless said',
  solidification: 'Modulus of a casting, and how long it takes to freeze in sand',
  'set-point': 'Whether a furnace is set right for a metal: too cold, right, or too hot',
  'scrap-metal': 'What metal a piece of scrap may be, by its weight in air and in water',
  'alloy-parts': 'What is weighed out of each metal to make up an alloy, in the order in which it goes in',
  charge: 'How much of a charge is lost by what it is made of, and what that can do',
  'sand-heat': 'How deep a pour burns its sand, and when the casting is solid and cool',
  'control-chart': 'Individuals and moving-range chart with run rules'
};
