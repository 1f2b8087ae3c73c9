import type { SchoolStage } from '$core/handbook/stages';

/** Work that is told from its first step to its last. */
export interface ProcedureName {
  id: string;
  stage: SchoolStage;
  name: string;
  about: string;
  /** Where Brunkel does it with you. */
  page: { href: string; name: string };
}

/** What the handbook tells step by step; the steps themselves are loaded with their chapter. */
export const PROCEDURES = [
  {
    id: 'first-heap',
    stage: 'mix',
    name: 'Your first heap',
    about: 'Dry sand, bentonite and water, for one mold at a time.',
    page: { href: '/mix', name: 'Mix it with your own stock' }
  },
  {
    id: 'temper',
    stage: 'temper',
    name: 'Temper a heap',
    about: 'From dry and crumbling to sand that holds an edge.',
    page: { href: '/temper', name: 'Let Temper name the dose' }
  },
  {
    id: 'first-mold',
    stage: 'mold',
    name: 'Your first mold',
    about: 'A pattern with a flat back, rammed, drawn and closed.',
    page: { href: '/mold', name: 'Plan it and tick each step' }
  },
  {
    id: 'uneven-pattern',
    stage: 'mold',
    name: 'A pattern that does not lie flat',
    about:
      'Bedded into a rammed drag and coped down to its widest line. A fragile or precious one is carried by a false cope.',
    page: { href: '/mold', name: 'Plan it and tick each step' }
  },
  {
    id: 'foam',
    stage: 'mold',
    name: 'Foam that stays in',
    about: 'The metal takes its place. One casting for each pattern, and a lot of smoke.',
    page: { href: '/mold', name: 'Plan it and tick each step' }
  },
  {
    id: 'gates-by-hand',
    stage: 'mold',
    name: 'Gates cut by hand',
    about: 'Sprue, well, runner and gate, without formed patterns.',
    page: { href: '/mold', name: 'Size them on the mold’s gating page' }
  },
  {
    id: 'melt',
    stage: 'pour',
    name: 'Melt',
    about: 'Ready when the molds are, and not before.',
    page: { href: '/pour', name: 'Plan the melt' }
  },
  {
    id: 'pour',
    stage: 'pour',
    name: 'Pour',
    about: 'One smooth stream, until metal shows in riser and vents.',
    page: { href: '/pour', name: 'Go or no-go, and the pour clock' }
  },
  {
    id: 'open',
    stage: 'shake-out',
    name: 'Open a mold',
    about: 'When all its metal is solid, and not by the clock of others.',
    page: { href: '/pour', name: 'See when each may be opened' }
  },
  {
    id: 'finish',
    stage: 'shake-out',
    name: 'Finish a casting',
    about: 'Clean, cut off, file, and through the grits to where it is smooth enough.',
    page: { href: '/journal', name: 'Note it with its casting day' }
  },
  {
    id: 'sort',
    stage: 'recondition',
    name: 'Put the sand right',
    about: 'Sort, riddle, dose, mull and rest: the heap is ready for its next turn.',
    page: { href: '/recondition', name: 'Let Recondition dose it' }
  }
] as const satisfies readonly ProcedureName[];
export type ProcedureId = (typeof PROCEDURES)[number]['id'];
