/** A way of doing one thing, and what it trades for what. */
export interface SchoolWay {
  id: string;
  name: string;
  trade: string;
}

export interface School {
  id: string;
  /** The stage of the work that it belongs to. */
  stage: 'mix' | 'temper' | 'mold' | 'pour' | 'shake-out' | 'recondition';
  question: string;
  ways: readonly SchoolWay[];
}

const way = (id: string, name: string, trade: string): SchoolWay => ({ id, name, trade });

/** Where practitioners differ: each a choice of one's own, none judged. Source: usual workshop practice (handbook default). */
export const SCHOOLS: readonly School[] = [
  {
    id: 'source',
    stage: 'mix',
    question: 'Made-up or bought sand',
    ways: [
      way('made-up', 'Made up from washed sand and clay', 'Known and cheap, and every batch is work.'),
      way(
        'bought',
        'Bought ready mixed',
        'Good at once, dear by the kilogram, and nobody says what is in it.'
      )
    ]
  },
  {
    id: 'binder',
    stage: 'mix',
    question: 'Water or oil',
    ways: [
      way('water', 'Clay and water', 'Cheap and clean, dries out, steams.'),
      way('oil', 'Clay and oil', 'Fine skin and never dries, smokes, and its burnt skin has to go.')
    ]
  },
  {
    id: 'grain',
    stage: 'mix',
    question: 'Silica or olivine',
    ways: [
      way('silica', 'Silica', 'To be had everywhere; its dust scars the lungs.'),
      way('olivine', 'Olivine', 'Kinder to lungs and steady when hot; a fifth heavier, and dearer.')
    ]
  },
  {
    id: 'judge',
    stage: 'temper',
    question: 'Squeezed or measured',
    ways: [
      way('squeeze', 'By the hand', 'A minute, anywhere, as good as the hand is true.'),
      way('measured', 'By drying and weighing', 'Twelve minutes and a scale, the same for everybody.')
    ]
  },
  {
    id: 'dust',
    stage: 'mold',
    question: 'Parting dust',
    ways: [
      way('cornstarch', 'Cornstarch', 'Harmless and in the kitchen; lumps when damp.'),
      way('commercial', 'Silica-free parting compound', 'Sheds water well; has to be bought.'),
      way('talc', 'Talc', 'Parts finely; has health questions of its own.')
    ]
  },
  {
    id: 'facing',
    stage: 'mold',
    question: 'Facing sand or one sand',
    ways: [
      way(
        'facing',
        'Fine facing, coarser backing',
        'The skin of fine sand with the breath of coarse; two heaps to keep.'
      ),
      way('one', 'One sand throughout', 'One heap to keep; the skin is as fine as all of it.')
    ]
  },
  {
    id: 'ram',
    stage: 'mold',
    question: 'Rammed light or hard',
    ways: [
      way('light', 'Light', 'Breathes; may swell and take metal into its skin.'),
      way('hard', 'Hard', 'Holds its shape; may blow, scab and tear.')
    ]
  },
  {
    id: 'vent',
    stage: 'mold',
    question: 'Vented much or little',
    ways: [
      way('much', 'Much', 'Gas has many ways out; work, and holes to keep off the pattern.'),
      way('little', 'Little', 'Quick; wants sand that breathes by itself.')
    ]
  },
  {
    id: 'pins',
    stage: 'mold',
    question: 'Pins up or down',
    ways: [
      way('up', 'Up from the drag', 'The cope finds its place by them; in the way when striking off.'),
      way(
        'down',
        'Down from the cope',
        'The drag lies flat on its board; the cope has to be set on something.'
      )
    ]
  },
  {
    id: 'rap',
    stage: 'mold',
    question: 'Rapped before or after the cope',
    ways: [
      way(
        'before',
        'Before the cope',
        'The pattern is seen while it is rapped; the cope is rammed over a loose one.'
      ),
      way('after', 'After the cope', 'Both halves are loosened alike; felt, not seen.')
    ]
  },
  {
    id: 'gating',
    stage: 'pour',
    question: 'Carved or formed gating',
    ways: [
      way('carved', 'Carved with a spoon', 'For every mold as it wants; rough, and grains to blow out.'),
      way('formed', 'Formed with a pattern', 'Smooth and the same each time; has to be made once.')
    ]
  },
  {
    id: 'tilt',
    stage: 'pour',
    question: 'Flat or tilted',
    ways: [
      way('flat', 'Flat', 'Simple, and both sides fill alike.'),
      way('tilted', 'A little tilted', 'One front climbs and pushes the air out; the flask must not slide.')
    ]
  },
  {
    id: 'open',
    stage: 'shake-out',
    question: 'Opened early or left overnight',
    ways: [
      way(
        'early',
        'Early',
        'Tearing is less likely where sand is hard, and sand is kinder to the next mold; hot.'
      ),
      way('overnight', 'Overnight', 'Cool and soft; more clay bakes on the skin.')
    ]
  },
  {
    id: 'quench',
    stage: 'shake-out',
    question: 'Quenched or not',
    ways: [
      way('not', 'Left in air', 'Nothing cracks, nothing spits; slow.'),
      way('quench', 'Quenched', 'Quick, and some bronzes get softer; may crack, and spits hot water.')
    ]
  },
  {
    id: 'renew',
    stage: 'recondition',
    question: 'A little fresh sand, or all now and then',
    ways: [
      way('little', 'A little each time', 'Always the same sand; something to weigh each time.'),
      way('all', 'A full renewal now and then', 'Simple, and the heap gets old before it.')
    ]
  }
];

export const SCHOOL_IDS = SCHOOLS.map(({ id }) => id);
export const WAY_IDS = [...new Set(SCHOOLS.flatMap(({ ways }) => ways.map(({ id }) => id)))];
