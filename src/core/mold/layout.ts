/** A casting on the parting: its middle from the middle of the flask, m, and how it is turned, rad. */
export interface Place {
  x_m: number;
  y_m: number;
  turned_rad: number;
}

export interface Layout {
  /** As many as there are castings, in their order. */
  places: Place[];
  sprue: { x_m: number; y_m: number };
}
