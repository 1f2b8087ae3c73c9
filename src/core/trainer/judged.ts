import type { Training } from './cards';
import { faultsOf, moldQuestion, type MoldFault } from './mold-question';
import { sandAnswerRight, sandQuestion, type Level, type Remedy, type SandFault } from './sand-question';

/** A question as it was drawn. */
export interface Drawn {
  training: Training;
  card: string;
  level: Level;
  seed: number;
}

/** What was said of it; of each training its own. */
export interface Said {
  grade?: number | undefined;
  remedy?: Remedy | undefined;
  fault?: MoldFault | undefined;
  word?: string | undefined;
}

/** An answer held against the truth; `off` in grades of the squeeze, null where that has no measure. */
export interface Judged {
  truth: Record<string, unknown>;
  said: Record<string, unknown>;
  right: boolean;
  off: number | null;
}

/** @returns the field that is missing, where the answer says too little */
export function judged({ training, card, level, seed }: Drawn, said: Said): Judged | keyof Said {
  const [, second, third] = card.split(':');
  switch (training) {
    case 'sand': {
      const { grade, remedy } = said;
      if (grade === undefined) return 'grade';
      if (remedy === undefined) return 'remedy';
      // A card of the sand names a fault of the list.
      const question = sandQuestion(second as SandFault, level, seed);
      const { fault, factor, tells } = question;
      const tells_water = fault !== 'lifeless' && fault !== 'weak';
      return {
        truth: { fault, factor, grade: question.grade, remedy: question.remedy, tells },
        said: { grade, remedy },
        right: sandAnswerRight(question, { grade, remedy }),
        off: tells_water ? grade - question.grade : null
      };
    }
    case 'mold': {
      if (said.fault === undefined) return 'fault';
      // As above.
      const fault = faultsOf(moldQuestion(second as MoldFault, level, seed))[0] ?? 'sound';
      return { truth: { fault }, said: { fault: said.fault }, right: said.fault === fault, off: null };
    }
    case 'word': {
      if (said.word === undefined) return 'word';
      return { truth: { word: third }, said: { word: said.word }, right: said.word === third, off: null };
    }
  }
}
