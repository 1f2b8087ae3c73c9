interface HeapName {
  id: number;
  name: string;
}

/** Something to do before a casting, worked out from how the heaps stand now and will stand then. Masses kg, times s. */
export type Errand =
  | { do: 'squeeze'; heap: HeapName }
  | { do: 'cover'; heap: HeapName; loses_kg: number }
  | { do: 'dry-off'; heap: HeapName; kg: number; seconds: number | null }
  | { do: 'temper'; heap: HeapName; water_kg: number; binder_kg: number; rest_s: number }
  | { do: 'buy'; heap: HeapName; what: string; kg: number };
