import { nowIso, nowMs } from '$core/time/now';
import {
  cardAfter,
  levelAfter,
  nextCard,
  trainingOf,
  CARDS,
  type Answered,
  type Training
} from '$core/trainer/cards';
import { handBias, type HandLearned } from '$core/trainer/hand-bias';
import { judged } from '$core/trainer/judged';
import type { Level } from '$core/trainer/sand-question';
import type { NewAnswer } from '$lib/schema/trainer';
import type { Database } from '../database/database';
import type { AnswerRow } from '../database/tables';
import { impossible } from '../refusal';

/** What is asked next; whoever asks draws it from the seed. */
export interface Question {
  training: Training;
  card: string;
  level: Level;
  seed: number;
}

export interface AnswerRecord {
  id: number;
  card: string;
  at: string;
  right: boolean;
  /** The truth, for whoever did not see it. */
  truth: Record<string, unknown>;
  /** Grades that the answer was off; null where that has no measure. */
  off: number | null;
  /** When the same card comes again. */
  due: string;
}

export interface TrainerRecord {
  answers: number;
  right: number;
  level: Record<Training, Level>;
  /** Cards that are due now. */
  due: Record<Training, number>;
  hand: HandLearned | null;
  /** How the bias wandered: after every so many answers. */
  course: { answers: number; bias: number }[];
}

const SEEDS = 2_147_483_647;

export async function nextQuestion(
  db: Database,
  training: Training,
  member: number | null,
  now = new Date(nowMs())
): Promise<Question> {
  const answers = await answersOf(db, member, training);
  return {
    training,
    card: nextCard(training, answers, now),
    level: levelAfter(answers),
    seed: Math.floor(Math.random() * SEEDS)
  };
}

/** @throws Refusal 422 for a card that is none, or an answer that says nothing of it */
export async function answer(db: Database, input: NewAnswer): Promise<AnswerRecord> {
  const training = trainingOf(input.card);
  if (!training) throw impossible([{ path: 'card', message: 'is no card of the trainer' }]);
  // Held against one to three by the schema.
  const answered = judged({ ...input, training, level: input.level as Level }, input);
  if (typeof answered === 'string') throw impossible([{ path: answered, message: 'is required' }]);
  const { truth, said, right, off } = answered;
  const member = input.member ?? null;
  if (member !== null && !(await db.tables.members.count({ where: { id: member, removed_at: null } })))
    throw impossible([{ path: 'member', message: `there is no member ${member}` }]);
  return db.write(async (transaction) => {
    const row = await db.tables.answers.create(
      {
        member_id: member,
        card: input.card,
        at: input.at ? new Date(input.at).toISOString() : nowIso(),
        seed: input.seed,
        truth,
        answer: said,
        right,
        off
      },
      { transaction }
    );
    const before = await db.tables.answers.findAll({
      where: { member_id: member, card: input.card },
      order: ['at', 'id'],
      transaction
    });
    return {
      id: row.id,
      card: row.card,
      at: row.at,
      right,
      truth,
      off,
      due: cardAfter(before)!.due.toISOString()
    };
  });
}

/** What somebody's answers have shown. */
export async function trainerRecord(
  db: Database,
  member: number | null,
  now = new Date(nowMs())
): Promise<TrainerRecord> {
  const rows = await rowsOf(db, member);
  const of = (training: Training) => rows.filter(({ card }) => trainingOf(card) === training);
  const dueOf = (training: Training) =>
    CARDS[training].filter((card) => {
      const state = cardAfter(rows.filter((row) => row.card === card));
      return state !== null && state.due <= now;
    }).length;
  const graded = of('sand').flatMap(({ answer: said, truth, off }) =>
    off === null ? [] : [{ said: Number(said.grade), was: Number(truth.grade) }]
  );
  const every = Math.max(5, Math.ceil(graded.length / 8));
  const course: TrainerRecord['course'] = [];
  for (let n = every; n <= graded.length; n += every)
    course.push({ answers: n, bias: handBias(graded.slice(0, n))!.bias });
  const each = <T>(one: (training: Training) => T) =>
    ({ sand: one('sand'), mold: one('mold'), word: one('word') }) satisfies Record<Training, T>;
  return {
    answers: rows.length,
    right: rows.filter(({ right }) => right).length,
    level: each((training) => levelAfter(of(training))),
    due: each(dueOf),
    hand: handBias(graded),
    course
  };
}

const rowsOf = (db: Database, member: number | null): Promise<AnswerRow[]> =>
  db.sinceLastWrite(`answers ${member ?? ''}`, () =>
    db.tables.answers.findAll({ where: { member_id: member }, order: ['at', 'id'] })
  );

async function answersOf(db: Database, member: number | null, training: Training): Promise<Answered[]> {
  return (await rowsOf(db, member)).filter(({ card }) => trainingOf(card) === training);
}
