/** What must not happen to whoever does what they are told. */
export const HARMS = {
  'metal-short': 'the metal did not fill the mold',
  'metal-cold': 'metal too cold to run was poured',
  'metal-overheated': 'the furnace was told hotter than the metal bears',
  'sand-outside': 'poured on sand that was too wet, or too dry to hold',
  'opened-liquid': 'the mold was opened with liquid metal in it',
  'cope-lifted': 'the cope was lifted by the metal',
  'heavier-than-said': 'the closed flask was heavier than was said',
  'wait-spoils': 'metal or a mold had to wait until it was spoiled',
  nobody: 'the furnace was lit, or metal poured, while nobody was there',
  'out-of-order': 'a step could not be done as it was told',
  disagree: 'two pages said different things of one thing'
} as const;
export type HarmName = keyof typeof HARMS;

export interface Harm {
  is: HarmName;
  /** With its figures. */
  what: string;
}
