export type TrialWay = 'as-now' | 'otherwise';

/**
 * Which way each mold of a trial takes: of every pair one each, the order by lot. So a dull day, a damp heap or a tired hand
 * falls on both alike.
 *
 * @param coin true as often as false
 * @returns twice as many ways as pairs, in the order in which molds are rammed
 */
export const drawLot = (pairs: number, coin: () => boolean): TrialWay[] =>
  Array.from({ length: pairs }, (): TrialWay[] =>
    coin() ? ['otherwise', 'as-now'] : ['as-now', 'otherwise']
  ).flat();
