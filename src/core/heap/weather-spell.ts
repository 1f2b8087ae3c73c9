/**
 * How the drying wanders with wind and weather: an Ornstein–Uhlenbeck process, which is carried exactly over any time,
 * so that looking at it in between changes nothing.
 *
 * @source the exact moments of the process and of its time average (standard textbooks on stochastic processes)
 */
export interface Spell {
  /** The average over the time is this share of where it stood, … */
  average_of_start: number;
  /** … give or take this variance; */
  average_variance: number;
  /** at the end it stands at this share of where it stood, … */
  end_of_start: number;
  end_variance: number;
  /** … and what the average and the end have in common. */
  covariance: number;
}

/**
 * @param days for which it goes on, more than 0
 * @param spell_days after which it has forgotten where it stood, by e
 * @param sd of where it may stand, natural logarithm
 */
export function spellOver(days: number, spell_days: number, sd: number): Spell {
  const x = days / spell_days;
  const left = Math.exp(-x);
  const gone = -Math.expm1(-x);
  // For short times the closed form loses its digits; its series there is (2/3)x − x²/2 + …
  const average_variance =
    x < 1e-3
      ? sd * sd * ((2 / 3) * x - 0.5 * x * x)
      : (sd * sd * (2 * x - 3 + 4 * left - left * left)) / (x * x);
  return {
    average_of_start: gone / x,
    average_variance,
    end_of_start: left,
    end_variance: sd * sd * -Math.expm1(-2 * x),
    covariance: (sd * sd * gone * gone) / x
  };
}
