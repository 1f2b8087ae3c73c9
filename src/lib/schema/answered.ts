/**
 * A record as it is given out: every field that may be sent of it, null where it was left empty.
 *
 * @typeParam Always fields that the server fills in where they were left out
 */
export type Answered<New extends object, Always extends keyof New = never> = {
  [K in keyof New]-?: K extends Always
    ? NonNullable<New[K]>
    : undefined extends New[K]
      ? Exclude<New[K], undefined> | null
      : New[K];
} & {
  id: number;
  /** Rises with every change to it. */
  version: number;
  created_at: string;
};
