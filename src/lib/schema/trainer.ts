import { type InferType } from 'yup';
import { REMEDIES } from '$core/trainer/sand-question';
import { MOLD_FAULTS } from '$core/trainer/mold-question';
import { TRAININGS } from '$core/trainer/cards';
import { REQUIRED, choice, id, isoTime, shape, text, whole } from './fields';

/** What is to be trained, and whose hand. */
export const trainerQuery = shape({ training: choice(TRAININGS), member: id() });

/** An answer to a question of the trainer; what it must hold goes by its card. */
export const newAnswer = shape({
  card: text(60).min(1, 'needs a name').required(REQUIRED),
  level: whole(1, 3).required(REQUIRED),
  /** That the question was drawn from. */
  seed: whole(0, 2_147_483_647).required(REQUIRED),
  member: id().optional(),
  at: isoTime().optional(),
  /** Of a sand. */
  grade: whole(1, 5).optional(),
  remedy: choice(REMEDIES).optional(),
  /** Of a mold. */
  fault: choice(MOLD_FAULTS).optional(),
  /** Of a picture. */
  word: text(60).optional()
}).required(REQUIRED);
export type NewAnswer = InferType<typeof newAnswer>;

/** What is trained on its page. */
export const trainerPage = shape({ training: choice(TRAININGS) });
