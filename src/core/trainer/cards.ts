import { Rating, createEmptyCard, fsrs, type Card } from 'ts-fsrs';
import { MOLD_FAULTS } from './mold-question';
import { SAND_FAULTS, type Level } from './sand-question';
import { WORDS } from './word-question';

/** What is trained. */
export const TRAININGS = ['sand', 'mold', 'word'] as const;
export type Training = (typeof TRAININGS)[number];

/** Every card of a training, the plain ones first. */
export const CARDS: Record<Training, readonly string[]> = {
  sand: SAND_FAULTS.map((fault) => `sand:${fault}`),
  mold: MOLD_FAULTS.map((fault) => `mold:${fault}`),
  word: [
    ...WORDS.term.map((word) => `word:term:${word}`),
    ...WORDS.defect.map((word) => `word:defect:${word}`)
  ]
};

export const trainingOf = (card: string): Training | null =>
  TRAININGS.find((training) => CARDS[training].includes(card)) ?? null;

/** An answer to a card. */
export interface Answered {
  card: string;
  at: string;
  right: boolean;
}

const scheduler = fsrs({ enable_fuzz: false });

/** How a card stands after its answers: when it is due again, which is sooner the worse it went. */
export function cardAfter(answers: readonly Answered[]): Card | null {
  let card: Card | null = null;
  for (const { at, right } of answers) {
    const then = new Date(at);
    card = scheduler.next(card ?? createEmptyCard(then), then, right ? Rating.Good : Rating.Again).card;
  }
  return card;
}

/**
 * The card that comes next: one that is due, the longest overdue first; else one that was never asked; else the one that is
 * due soonest. Never the one that was asked just before, where there is another.
 *
 * @source spaced repetition by the free spaced repetition scheduler (FSRS)
 */
export function nextCard(training: Training, answers: readonly Answered[], now: Date): string {
  const last = answers.at(-1)?.card;
  const cards = CARDS[training].map((card) => ({
    card,
    state: cardAfter(answers.filter((answer) => answer.card === card))
  }));
  const others = cards.filter(({ card }) => card !== last);
  const due = others
    .filter(({ state }) => state !== null && state.due <= now)
    .sort((a, b) => a.state!.due.getTime() - b.state!.due.getTime());
  const fresh = others.find(({ state }) => state === null);
  const soonest = others
    .filter(({ state }) => state !== null)
    .sort((a, b) => a.state!.due.getTime() - b.state!.due.getTime())[0];
  return (due[0] ?? fresh ?? soonest ?? cards[0]!).card;
}

/** Answers that a level is judged by. */
const WINDOW = 6;

/** How hard the next question is: up where five of six were right, down where two of six were, begun anew at each step. */
export function levelAfter(answers: readonly Pick<Answered, 'right'>[]): Level {
  let level: Level = 1;
  let window: boolean[] = [];
  for (const { right } of answers) {
    window = [...window, right].slice(-WINDOW);
    if (window.length < WINDOW) continue;
    const good = window.filter(Boolean).length;
    const next = good >= 5 ? Math.min(3, level + 1) : good <= 2 ? Math.max(1, level - 1) : level;
    if (next !== level) window = [];
    // It stays within one and three.
    level = next as Level;
  }
  return level;
}
