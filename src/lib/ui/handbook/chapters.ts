import { BENCH_TESTS, HEAP_TEST_KINDS, type HeapTestKind } from '$core/bench/bench-tests';
import { FORMULAS } from '$core/handbook/formula/formulas';
import { STAGES, testStage, type SchoolStage } from '$core/handbook/stages';
import { pageOf } from '$lib/ui/figure/page-of';
import { DEFECTS, DEFECT_NAMES } from '$core/reference/defects';
import { SCHOOLS } from '$core/reference/schools';
import { CAUTIONS, type CautionName } from '$lib/ui/caution/cautions';
import { TERMS, TERM_NAMES, type TermName } from '$lib/ui/term/terms';
import { PROCEDURES } from './procedure-names';

export interface Chapter {
  id: SchoolStage;
  name: string;
  about: string;
  terms: readonly TermName[];
  tests: readonly HeapTestKind[];
  cautions: readonly CautionName[];
}

const TESTS_BY_STAGE = {
  mix: HEAP_TEST_KINDS.filter((kind) => testStage(kind) === 'mix'),
  temper: HEAP_TEST_KINDS.filter((kind) => testStage(kind) === 'temper')
};

/** The handbook by stages of the work. */
export const CHAPTERS: readonly Chapter[] = [
  {
    id: 'mix',
    name: 'Mix',
    about: 'What sand is made of, how much of each, and in which order.',
    terms: [
      'binder',
      'phs',
      'counted',
      'active-clay',
      'fines',
      'fineness',
      'mull',
      'splash',
      'riddle',
      'cost',
      'sea-coal'
    ],
    tests: TESTS_BY_STAGE.mix,
    cautions: ['dust', 'flammable']
  },
  {
    id: 'temper',
    name: 'Temper',
    about: 'Enough water for its clay, and no more: how one feels it, and how one measures it.',
    terms: [
      'temper',
      'moisture',
      'water-clay',
      'squeeze',
      'compactability',
      'green',
      'permeability',
      'clay-wash',
      'looks',
      'estimate',
      'ring',
      'surface',
      'spread',
      'own',
      'guess'
    ],
    tests: TESTS_BY_STAGE.temper,
    cautions: ['drying', 'dye', 'burning', 'oil']
  },
  {
    id: 'mold',
    name: 'Mold',
    about: 'From a pattern to a closed mold: which way up, which flask, how it is rammed, drawn and held.',
    terms: [
      'flask',
      'cope-drag',
      'pattern',
      'parting',
      'draft',
      'undercut',
      'core',
      'facing',
      'ramming',
      'dust',
      'rap',
      'vent',
      'drop-out',
      'contraction',
      'print',
      'chaplet',
      'cheek',
      'match',
      'gagger',
      'jacket',
      'slick',
      'swab',
      'fillet',
      'skin-dried'
    ],
    tests: [],
    cautions: ['dust']
  },
  {
    id: 'pour',
    name: 'Pour',
    about: 'How much metal, how hot, by which way, and whether it is safe.',
    terms: ['melt', 'flux', 'heel', 'liquidus', 'gating', 'choke', 'filter', 'riser', 'chill', 'modulus'],
    tests: [],
    cautions: [
      'wet',
      'damp',
      'burns',
      'zinc',
      'lead',
      'hollow',
      'unknown',
      'chips',
      'cans',
      'coated',
      'not-for-food'
    ]
  },
  {
    id: 'shake-out',
    name: 'Shake out',
    about: 'When it may be opened, what came out, and why.',
    terms: ['shake-out', 'burnt', 'burn-on', 'fettling', 'yield', 'suspect'],
    tests: [],
    cautions: ['hot']
  },
  {
    id: 'recondition',
    name: 'Recondition',
    about: 'What goes out, what comes in, and where that leads in a year.',
    terms: ['condition', 'renewal', 'drift', 'slack', 'lost', 'limits'],
    tests: [],
    cautions: ['dust', 'oil']
  }
];

export const chapterOf = (id: string): Chapter | undefined => CHAPTERS.find((chapter) => chapter.id === id);

/** Something that the handbook explains, and where. */
export interface Entry {
  what: string;
  name: string;
  text: string;
  href: string;
}

/** All that the handbook explains. */
export function entries(): Entry[] {
  const stage = (of: (chapter: Chapter) => boolean) => CHAPTERS.find(of)?.id ?? STAGES[0];
  return [
    ...TERM_NAMES.map((term) => ({
      what: 'word',
      name: TERMS[term].word,
      text: TERMS[term].means,
      href: pageOf(`word-${term}`)
    })),
    ...PROCEDURES.map(({ id, stage: of, name, about }) => ({
      what: 'step by step',
      name,
      text: about,
      href: `/handbook/${of}#how-${id}`
    })),
    ...HEAP_TEST_KINDS.map((kind) => ({
      what: 'test',
      name: BENCH_TESTS[kind].title,
      text: `${BENCH_TESTS[kind].name}. ${BENCH_TESTS[kind].tells}`,
      href: pageOf(`test-${kind}`)
    })),
    ...FORMULAS.map((formula) => ({
      what: 'formula',
      name: formula.name,
      text: `${formula.formula} ${formula.symbols}`,
      href: pageOf(`formula-${formula.id}`)
    })),
    ...SCHOOLS.map((school) => ({
      what: 'school',
      name: school.question,
      text: school.ways.map(({ name, trade }) => `${name}: ${trade}`).join(' '),
      href: `/handbook/${school.stage}#school-${school.id}`
    })),
    ...DEFECT_NAMES.map((defect) => ({
      what: 'defect',
      name: DEFECTS[defect].name,
      text: DEFECTS[defect].look,
      href: `/handbook/shake-out#defect-${defect}`
    })),
    // Object.keys forgets the names of its keys: they are those of the list.
    ...(Object.keys(CAUTIONS) as CautionName[]).map((caution) => ({
      what: 'caution',
      name: CAUTIONS[caution].title,
      text: CAUTIONS[caution].text,
      href: `/handbook/${stage(({ cautions }) => cautions.includes(caution))}`
    })),
    {
      what: 'table',
      name: 'Table of metals',
      text: 'Melting range, pouring heat, furnace heat, contraction, losses and hazards of each alloy.',
      href: '/handbook/pour#metals'
    },
    {
      what: 'trouble',
      name: 'Edges break out when you cut the mold',
      text: 'Dry, weak or rammed too hard: told apart by what you see and by your records.',
      href: '/handbook#edges'
    }
  ];
}
