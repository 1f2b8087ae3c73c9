/** Standard acceleration of free fall, m/s² (exact by definition). */
export const GRAVITY_M_S2 = 9.80665;
