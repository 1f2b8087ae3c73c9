/** Tempered sand rests at least so long, covered: after water alone, and where clay went in, min (handbook default). */
export const REST_MIN = { water: 20, clay: 60 } as const;
