/** How far a piece of work has come. */
export interface Progress {
  doing: string;
  /** 0 to 1. */
  done: number;
}
