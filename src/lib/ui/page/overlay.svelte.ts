/** What lies over the page: the palette, the list of all places, the list of keys. One at a time, fetched when asked for. */
export const overlay = $state<{ open: 'palette' | 'places' | 'keys' | null }>({ open: null });
