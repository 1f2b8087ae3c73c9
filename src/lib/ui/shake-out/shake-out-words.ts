import type { Sign } from '$core/judge/day-record';
import type { Cause } from '$core/reference/defects';
import type { CastingResult } from '$lib/schema/pour';

export const RESULT_WORDS: Record<CastingResult, { name: string; about: string }> = {
  good: { name: 'Good', about: 'as it was wanted' },
  usable: { name: 'Usable', about: 'with a flaw that does not matter, or is filed off' },
  scrap: { name: 'Scrap', about: 'back into the crucible' }
};

/** What each sign is called; of those that were seen also what is asked. */
export const SIGN_WORDS: Record<Sign, { name: string; asks?: string; look: string }> = {
  moisture: { name: 'moisture of the sand', look: 'dry and weigh a sample before the next pour' },
  compactability: { name: 'compactability', look: 'test compactability on the day' },
  fineness: { name: 'fineness of the sand', look: 'sieve a sample' },
  permeability: { name: 'permeability', look: 'time how fast air goes through a specimen' },
  hardness: {
    name: 'how hard it was rammed',
    look: 'press the hardness tester, or a thumb, on the mold’s face'
  },
  clay: { name: 'live clay', look: 'test the clay by dye or by washing' },
  smoke: { name: 'what burns in the sand', look: 'glow a sample and weigh it again' },
  'closed-for': { name: 'how long it stood closed', look: 'tick the closing of the mold when it is done' },
  'pour-heat': { name: 'temperature of the metal', look: 'take the temperature just before the pour' },
  'gate-speed': { name: 'speed at the gates', look: 'time the pour from first to last metal' },
  'fill-time': { name: 'how long it filled', look: 'time the pour from first to last metal' },
  margin: { name: 'sand around it', look: 'lay the mold out on its page' },
  'sand-heat': { name: 'warmth of the sand', look: 'take the temperature of the sand as you ram it' },
  riser: { name: 'the riser', look: 'write down on the gating page what riser it had' },
  hold: { name: 'what held the cope', look: 'write down on the gating page what weighed on it' },
  head: { name: 'how high the metal stood', look: 'measure the cope' },
  wall: { name: 'the thinnest wall', look: 'measure the thinnest wall, and write it on the gating page' },
  draft: { name: 'draft of the pattern', look: 'drop in its mesh, or measure its draft' },
  'few-vents': {
    name: 'vents',
    asks: 'Were there fewer vents than usual?',
    look: 'tick the vents as you prick them'
  },
  'grains-left': {
    name: 'loose grains',
    asks: 'Were loose grains left in the mold?',
    look: 'look into the mold with a lamp before you close it'
  },
  'stream-broke': {
    name: 'the stream',
    asks: 'Did the stream break while you poured?',
    look: 'say with the pour whether the stream broke'
  },
  'sprue-emptied': {
    name: 'the sprue',
    asks: 'Did the sprue ever stand less than full?',
    look: 'watch the sprue while you pour'
  },
  'damp-tools': {
    name: 'tools and crucible',
    asks: 'Were skimmer, tongs or crucible damp or cold?',
    look: 'warm the tools until they hiss no more'
  },
  'held-hot': {
    name: 'how long the melt was held',
    asks: 'Did the melt wait long, or far too hot?',
    look: 'write down when it melted and when it was poured'
  },
  'dross-seen': {
    name: 'dross',
    asks: 'Did dross go in with the stream?',
    look: 'skim, and watch the lip of the crucible'
  },
  'pins-play': {
    name: 'the pins',
    asks: 'Do the halves rock on their pins?',
    look: 'try the empty halves on their pins'
  },
  knocked: { name: 'the closing', asks: 'Was it closed with a knock?', look: 'watch the closing' },
  'thick-dust': {
    name: 'parting dust',
    asks: 'Was there much parting dust?',
    look: 'dust less, and see whether it parts'
  },
  'ridge-left': {
    name: 'the parting',
    asks: 'Was a ridge of sand left on the parting?',
    look: 'sweep the parting before you close it'
  },
  'flask-rocks': {
    name: 'the flask',
    asks: 'Does the flask rock on a flat board?',
    look: 'lay cope and drag on a flat board'
  },
  'coat-soft': {
    name: 'the pattern’s coat',
    asks: 'Was its coat rough, or still soft?',
    look: 'feel the pattern before you ram it'
  },
  'sharp-corner': {
    name: 'inner corners',
    asks: 'Is there a sharp inner corner there?',
    look: 'look for a sharp inner corner'
  },
  'gate-thin': {
    name: 'where the gate stands',
    asks: 'Did the gate stand at its thin side?',
    look: 'look at which side the gate stood'
  },
  'no-bars': {
    name: 'bars of the cope',
    asks: 'Was it a wide cope without bars?',
    look: 'put bars across the cope'
  },
  'edges-sharp': {
    name: 'edges in the runner',
    asks: 'Were sharp edges of sand left in runner or gate?',
    look: 'press the edges of runner and gate round with a finger'
  },
  'thin-dust': {
    name: 'parting dust',
    asks: 'Was there hardly any parting dust?',
    look: 'look whether dust covers the pattern before you ram'
  },
  'not-rapped': {
    name: 'rapping',
    asks: 'Was the pattern drawn without rapping?',
    look: 'rap the pattern on all sides before you draw it'
  },
  'bare-sand': {
    name: 'carbon or wash',
    asks: 'Was the face bare: no carbon in the sand and no wash?',
    look: 'write down whether the facing held carbon'
  },
  'mixed-grains': {
    name: 'what the sand is',
    asks: 'Is it beach, river or play sand, with shell or feldspar in it?',
    look: 'look at the grains with a lens; drip vinegar on them: shell fizzes'
  },
  'thick-there': {
    name: 'where it is',
    asks: 'Is it where the casting is thickest?',
    look: 'mark where it lies on the casting'
  },
  'rapped-after': {
    name: 'after closing',
    asks: 'Was the mold knocked or rapped after it was closed?',
    look: 'leave a closed mold alone'
  },
  'crucible-emptied': {
    name: 'the crucible',
    asks: 'Was the crucible empty before the mold was full?',
    look: 'weigh what is charged'
  },
  'riser-unseen': {
    name: 'the end of the pour',
    asks: 'Did you stop before metal showed in the riser or vents?',
    look: 'pour until metal shows in the riser'
  },
  'metal-outside': {
    name: 'metal at the joint',
    asks: 'Did metal come out at the joint?',
    look: 'look along the joint after the pour'
  },
  'vents-through': {
    name: 'depth of the vents',
    asks: 'Did the vent wire touch the pattern?',
    look: 'bend the wire a finger short of the pattern'
  }
};

/** One thing to change next time, for each cause; one at a time tells whether it was that. */
export const TRY_NEXT: Record<Cause, string> = {
  wet: 'Let the sand dry to the middle of its window, and leave everything else as it was.',
  dry: 'Bring the water up to the middle of the window, and rest it overnight.',
  'too-fine': 'Mix in a quarter of coarser new sand.',
  'too-coarse': 'Riddle finer facing sand over the pattern.',
  'rammed-hard': 'Ram the last layer with half the strokes.',
  'rammed-soft': 'Peen round the pattern once more before the next layer.',
  'no-vents': 'Prick twice the vents, to a finger above the pattern.',
  smoky: 'Leave oil and carbon out of the facing.',
  'little-clay': 'Dose clay up to the middle of its window.',
  'dried-edges': 'Pour within the hour after closing.',
  'loose-grains': 'Blow the mold out with the cope upside down, and look with a lamp.',
  'fast-gate': 'Make the gates twice as wide.',
  'cold-metal': 'Pour 30 °C hotter.',
  'hot-metal': 'Pour 30 °C colder.',
  'slow-fill': 'Make the sprue a size wider.',
  interrupted: 'Hold the lip low, and do not stop until the riser shows metal.',
  'small-sprue': 'Make the sprue a size wider, and keep the basin full.',
  'thin-wall': 'Gate the thin part first, or make it thicker.',
  'no-riser': 'Put a riser on the thick part, as the gating page sizes it.',
  'thin-gate': 'Turn it, so that the gate stands at the thick side.',
  'little-sand': 'Take the next larger flask.',
  'hot-sand': 'Let the sand cool to the warmth of the hand.',
  'not-held': 'Put half as much weight again on the cope.',
  'loose-pins': 'Put new pins in.',
  'damp-tools': 'Warm every tool over the furnace before it touches metal.',
  'gas-in-melt': 'Melt quickly, pour as soon as it is hot enough, and skim once.',
  skimming: 'Skim twice, and pour into a basin with a dam.',
  'no-bars': 'Put bars across the cope.',
  'much-parting': 'Dust half as much, and blow it off.',
  'rough-closing': 'Close it with two people, along the pins.',
  'high-head': 'Cut the sprue shorter, or gate lower.',
  'no-draft': 'Carve a bevel where it tore, or give the pattern two degrees.',
  'rough-pattern': 'Sand and wax the pattern, and let it harden.',
  'sharp-corner': 'Put a fillet of wax into the corner.',
  ridge: 'Sweep the parting, and try it closed before it is poured.',
  warped: 'Plane the flask’s joint, or seal it with a roll of sand.',
  'sharp-edges': 'Press every edge of runner and gate round with a finger.',
  'little-parting': 'Dust until the pattern is covered, then blow off what lies loose.',
  'no-rapping': 'Rap the pattern on all sides until it moves freely, then draw it.',
  'little-carbon': 'Add fine carbon to the facing, or brush on a mold wash.',
  'soft-grains': 'Face the mold with washed silica or olivine sand.',
  'heavy-section': 'Put a chill or a wash on the thick place.',
  'rapped-closed': 'Leave the mold alone once it is closed.',
  'little-metal': 'Melt what the melt plan asks for, heel included.',
  'stopped-early': 'Keep pouring until metal shows in the riser.',
  'ran-out': 'Seal the joint with a roll of sand, and add half as much weight again.',
  'deep-vents': 'Bend the wire so that it stops a finger above the pattern.'
};

export const percent = (chance: number): string => `${Math.round(100 * chance)} %`;
