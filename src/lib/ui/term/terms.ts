/** Words of the craft, and of this notebook, that not everybody knows; each in plain words, most with a drawing. */
export const TERMS = {
  temper: {
    word: 'Temper',
    means:
      'The state in which sand takes a print, holds it and lets go of the pattern: enough water for its clay, and no more.'
  },
  'water-clay': {
    word: 'Water : clay',
    means:
      'The temper ratio: free water in the sand over its active clay, by weight. 0.43 is 43 g of water on 100 g of clay. Water that dead clay and fines soak up does not count.'
  },
  phs: {
    word: 'Parts per 100 (phs)',
    means:
      'Parts by weight on a hundred parts of dry sand: 8 parts of clay are 8 kg on 100 kg of sand, or 2 kg on 25 kg.'
  },
  counted: {
    word: 'Active clay, or clay as it comes',
    means:
      'A bag holds clay that binds and some that does not. Counted as active clay, a weak clay gets more so that the sand is as strong; counted as it comes, the scale shows just the parts you typed.'
  },
  'active-clay': {
    word: 'Active clay, dead clay',
    means:
      'Active clay still binds. A pour overheats some of it for good: that part is dead clay, which only takes up water and room.'
  },
  surface: {
    word: 'Open surface',
    means:
      'The sand that the air can reach: the top of what lies in a bucket, bin or heap, not its sides. Measure across it; round is about three quarters of the square.'
  },
  ring: {
    word: 'The ring on the ruler',
    means:
      'What the last drying test measured. The pointer is where the sand stands now, by that test and by all that happened since; the soft band is the range that holds nine times in ten.'
  },
  estimate: {
    word: 'Dotted figures, and ±',
    means:
      'A figure over dots was worked out, not measured. ± is the range that holds nine times in ten: 3.4 ± 0.3 lies between 3.1 and 3.7 in nine heaps of ten.'
  },
  own: {
    word: 'My own figure',
    means:
      'Brunkel learns this from what you weigh and test. A figure that you give stands in its place until you let it be learned anew.'
  },
  guess: {
    word: 'Taken as a guess',
    means:
      'Where you say nothing, the middle of the usual range is taken, with much doubt. The first test settles it.'
  },
  binder: {
    word: 'Binder, clay, bentonite',
    means:
      'What holds the grains together: clay with water, or organoclay with oil and a trace of activator, an alcohol or glycol that opens it. Sodium bentonite is strong when hot and swells; calcium bentonite is strong at once and shakes out easily; fuller’s earth, fire and ball clay want more of both clay and water.'
  },
  fines: {
    word: 'Fines, dead sand',
    means:
      'What passes the finest sieve: ground grains, dust, inert flour. Too many choke the vents and drink the water; too few make the sand lifeless.'
  },
  fineness: {
    word: 'Fineness number, grading',
    means:
      'How fine the grains are, by sieves: 50 to 80 is coarse, for large work and iron, 120 to 180 fine, for detail. Three or four neighbouring sieves that hold much pack best.'
  },
  moisture: {
    word: 'Moisture, of the wet sand',
    means:
      'Water over all of the sand, water included. On the dry basis it is over the dry sand alone, and a little more.'
  },
  splash: {
    word: 'Splash',
    means:
      'A part of the water, given at once and mulled in before the next: half of it in the first two, then less.'
  },
  squeeze: {
    word: 'Squeeze',
    means:
      'A fist of riddled sand, opened and broken: does it hold, did it shrink, how does it break, does the palm stay clean, are the prints sharp? Five grades, dry, short, temper, soft, wet.'
  },
  compactability: {
    word: 'Compactability',
    means:
      'How far loose sand sinks under three blows, percent of its height. It rises nearly in line with the water: 40 to 50 is temper.'
  },
  green: {
    word: 'Green strength, green compression',
    means: 'What a rammed cylinder bears before it breaks, in kPa, while it is green: damp and unfired.'
  },
  permeability: {
    word: 'Permeability',
    means: 'How easily air goes through rammed sand; gas of the pour has to. Fine sand and fines lower it.'
  },
  'clay-wash': {
    word: 'Clay wash, methylene blue, ignition',
    means:
      'The clay wash takes out all clay, dead and alive; the dye of a methylene blue test is taken up by live clay only; loss on ignition is what burns: oil, carbon, wood flour.'
  },
  flask: {
    word: 'Flask, bottom board, pins, bars',
    means:
      'The frame that a mold is rammed in. It lies on a bottom board, its halves meet by pins, and bars across a wide cope hold its sand.'
  },
  pattern: {
    word: 'Pattern: loose, split, plate, one-off',
    means:
      'What leaves its shape in the sand. In one piece it is loose, in two halves on pins split, on a board plate-mounted; of foam or wax it is gone with the one casting.'
  },
  ramming: {
    word: 'Ramming: peen, butt, strike off',
    means:
      'Sand is rammed in layers of a hand’s breadth: with the narrow peen along edges and pattern first, with the flat butt at last; then struck off level with a bar.'
  },
  rap: {
    word: 'Rap, draw, roll over',
    means:
      'The mold is rolled over; the pattern is rapped until it is loose all round, and drawn straight out.'
  },
  dust: {
    word: 'Parting dust',
    means:
      'A bloom of cornstarch or silica-free compound that keeps sand from sand, and sand from the pattern.'
  },
  vent: {
    word: 'Vent',
    means:
      'A hole pricked with a wire for the gas, a finger short of the pattern: over high places, and over the ends of legs, handles and fins, where the gas is caught. Where metal ran into one it leaves a spike on the casting: that vent went too deep.'
  },
  core: {
    word: 'Core, insert',
    means:
      'Sand, or a block of investment, that is set into the mold to leave a hollow or what would not draw.'
  },
  melt: {
    word: 'Melt, charge, crucible, dross',
    means:
      'What is charged into the crucible is a melt; some is lost as dross, the skin of oxide that is skimmed off. Chips and extruded scrap lose most.'
  },
  liquidus: {
    word: 'Solidus, liquidus, superheat',
    means:
      'Below the solidus all is solid, above the liquidus all is liquid; what it is hotter than that is superheat, which keeps it running.'
  },
  modulus: {
    word: 'Modulus',
    means: 'Volume over surface: the thicker a casting, the higher, and the longer until it is solid.'
  },
  burnt: {
    word: 'Burnt skin, black sand',
    means:
      'Sand next to the metal got so hot that its clay died or its oil charred. Sorted out it can be replaced; mixed in it is dead clay.'
  },
  renewal: {
    word: 'Renewal, discard',
    means:
      'Some of the old sand goes out, new sand and clay come in. Dead clay and fines then settle where they do no harm.'
  },
  condition: {
    word: 'Recondition',
    means: 'To put used sand right: cool, sort, break, riddle, dose, mull, rest, test.'
  },
  slack: { word: 'Slack', means: 'How long a step of a plan may slip before the pour does.' },
  drift: {
    word: 'Drift, control chart',
    means:
      'Readings one after the other with the limits that chance keeps within. What goes beyond, or stays on one side, is drift.'
  },
  mull: {
    word: 'Mull',
    means: 'To rub clay and water into the sand by treading, cutting over or with a muller.'
  },
  riddle: { word: 'Riddle', means: 'A coarse sieve; riddled sand is loose and even.' },
  spread: {
    word: 'Spread a thumb deep',
    means:
      'Out on a board or sheet, no deeper than a thumb is wide, turned now and then: the thinner, the sooner it is dry.'
  },
  'cope-drag': {
    word: 'Cope and drag',
    means: 'The upper and the lower half of a flask, and of the mold in it. They meet at the parting.'
  },
  parting: {
    word: 'Parting',
    means:
      'Where the halves of the mold meet. Flat it is struck off with a board; stepped it follows the pattern’s widest line, cut by hand (coping down).'
  },
  draft: {
    word: 'Draft',
    means:
      'How far a wall leans open the way it is drawn: 1 to 2° on short smooth walls, 3 to 5° on hand-made or deep ones. A straight wall drags on the sand all the way out.'
  },
  undercut: {
    word: 'Undercut',
    means:
      'What the sand holds on to whichever way the pattern is drawn: a face that cannot see out of its half.'
  },
  facing: {
    word: 'Facing and backing',
    means:
      'Fine fresh sand riddled over the pattern, a finger deep, is the facing; what fills the flask behind it is the backing.'
  },
  gating: {
    word: 'Sprue, runner, gate, riser',
    means:
      'The way of the metal: down the sprue from its basin, along the runner, through the gate into the casting. The riser feeds it while it shrinks.'
  },
  'drop-out': {
    word: 'Drop-out',
    means:
      'A cope’s sand hangs on the flask’s walls alone when it is lifted. Too wide, too weak or too smooth, and it falls out; bars, grooves and a lip hold it.'
  },
  choke: {
    word: 'Choke, sprue, basin, runner',
    means:
      'The way in of the metal: poured into the basin, down the sprue, through its narrowest place, the choke, along the runner and through gates or ingates into the casting. A trap past the last gate keeps what came first.'
  },
  riser: {
    word: 'Riser, modulus',
    means:
      'Metal shrinks as it freezes. A riser is a store that stays liquid longer and gives it back; it wants 1.2 times the modulus, volume over surface, of what it feeds.'
  },
  heel: {
    word: 'Heel',
    means: 'What stays in the crucible after the pour: the dregs that nobody wants in a casting.'
  },
  'shake-out': {
    word: 'Shake out',
    means: 'Opening a mold that has cooled and taking the casting out of its sand.'
  },
  contraction: {
    word: 'Shrinkage',
    means:
      'Metal gets shorter as it cools, most by one to two hundredths. The pattern is made longer by that, and by what is machined off.'
  },
  cost: {
    word: 'What it costs',
    means:
      'Each lot costs by weight what was paid for it; one without a price is left out, and said to be. By good casting: over the weight of all that was not scrapped, in months in which castings were judged.'
  },
  lost: {
    word: 'Sand lost',
    means: 'Sand that was thrown out or spilled, and so has to come in anew; not what lies beside the heap.'
  },
  yield: {
    word: 'Yield',
    means:
      'Good casting out of the metal that was poured. The rest is gating, risers, spills and scrap: most of it is melted again.'
  },
  suspect: {
    word: 'Chance of a cause',
    means:
      'Each cause begins as likely as it usually is for that defect. Every sign that was looked at makes it more or less so (Bayes’ rule); what nobody looked at changes nothing.'
  },
  limits: {
    word: 'Limits of a chart',
    means:
      'How far readings of a heap that nothing happens to wander by chance: their mean and 2.66 times how far one lies from the next, on the mean. What lies beyond, or keeps to one side, is not chance.'
  },
  looks: {
    word: 'Hand, scale, oven',
    means:
      'A squeeze tells moisture to about half a percent. A pan and kitchen scale tell it to a quarter, an oven to a tenth.'
  },
  chill: {
    word: 'Chill',
    means:
      'A piece of clean dry metal set against a thick place in the mold, so that it freezes sooner. Damp or rusty, it makes gas: warm it first. How it freezes, of a mold, tries one and shows where it goes.'
  },
  chaplet: {
    word: 'Chaplet',
    means:
      'A small metal stilt that holds a core where its prints alone do not. It stays in the casting, so it is clean and of a metal that melts in.'
  },
  print: {
    word: 'Core print',
    means:
      'A stub on the pattern that leaves a seat in the sand. The core lies in it, held against floating up in the metal.'
  },
  cheek: {
    word: 'Cheek',
    means: 'A third part of a flask, between cope and drag, for a shape that draws neither up nor down.'
  },
  match: {
    word: 'Match plate, follow board',
    means:
      'A match plate carries both halves of the pattern on its two faces, so that every mold parts alike. A follow board is hollowed to bed a loose pattern to its parting line.'
  },
  gagger: {
    word: 'Gagger, bars',
    means:
      'Bars cross the cope and hold up its sand. A gagger is a hook wetted with clay water that hangs from a bar into a deep pocket.'
  },
  jacket: {
    word: 'Jacket',
    means:
      'A frame slipped over a mold whose flask was taken off. It keeps it from bursting when it is poured.'
  },
  slick: {
    word: 'Slick, trowel, gate cutter',
    means:
      'Small smooth tools for mending and cutting sand: press, do not rub. Rubbed sand brings its water to the face, and it flakes off.'
  },
  swab: {
    word: 'Swab, bulb',
    means:
      'A wet brush or bulb that damps the edge of the sand around a pattern before it is drawn. A few drops: wet sand there blows.'
  },
  fillet: {
    word: 'Fillet',
    means:
      'A rounded inner corner, of wax, putty or wood on the pattern. A sharp one breaks out of the sand and tears the metal as it shrinks.'
  },
  filter: {
    word: 'Filter',
    means:
      'A ceramic sieve on edge in a widened place of the runner, for iron above all: slag stays behind and the metal comes through calm. Its holes are four times the choke together, or it holds the metal up.'
  },
  'skin-dried': {
    word: 'Skin-dried mold, mold wash',
    means:
      'A mold whose face is dried with a torch, often over a wash of fine refractory. Heavy or hot metal then meets no water. Pour it soon: the face draws water again.'
  },
  flux: {
    word: 'Flux, skimming, degassing',
    means:
      'Flux draws dross together so that it skims off cleanly. Degassing takes out the gas that damp scrap brought in. Both are dry and go in with long tools, gloves and a face shield.'
  },
  'sea-coal': {
    word: 'Sea coal, carbon',
    means:
      'Fine coal or another carbon in sand for iron: it smokes where the metal meets it, and keeps the grains from sticking. For aluminium it is of little use. Too much makes gas.'
  },
  'burn-on': {
    word: 'Burn-on, penetration',
    means:
      'Sand that holds to the casting. Burn-on is a thin crust fused by the heat; penetration is metal that ran in between the grains. Finer sand, firmer ramming and cooler metal help.'
  },
  fettling: {
    word: 'Fettling: cut, file, clean',
    means:
      'Brush all sand off first, for grains ruin a saw. Then saw off sprue and risers, file or grind the flash, and look at the cut: a hollow there tells of shrinkage.'
  }
} as const;

export type TermName = keyof typeof TERMS;

export const TERM_NAMES = Object.keys(TERMS) as TermName[];
