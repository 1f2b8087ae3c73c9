import { Door } from './door';
import { listensBeyond } from './served-names';

/** How this server is reached. */
export interface Serving {
  listens_on: string;
  port: string;
  names: string[];
  /** By a certificate of one's own it is https. */
  scheme: 'http' | 'https';
  /** Whoever comes from beyond this machine is asked for the passphrase. */
  guarded: boolean;
}

/** As the start command said; without it (tests, development) this machine alone. */
export function serving(): Serving {
  const {
    BRUNKEL_HOST = '',
    BRUNKEL_PORT = '',
    BRUNKEL_NAMES = '',
    BRUNKEL_SCHEME = 'http',
    BRUNKEL_WITHOUT_PASSPHRASE
  } = process.env;
  const listens_on = BRUNKEL_HOST || '127.0.0.1';
  return {
    listens_on,
    port: BRUNKEL_PORT,
    scheme: BRUNKEL_SCHEME === 'https' ? 'https' : 'http',
    names: BRUNKEL_NAMES.toLowerCase()
      .split(/[\s,]+/)
      .filter(Boolean),
    guarded: listensBeyond(listens_on) && BRUNKEL_WITHOUT_PASSPHRASE !== 'yes'
  };
}

let current: { folder: string; door: Door } | undefined;

/** The door of this server's records. */
export function door(): Door {
  const folder = process.env.BRUNKEL_DATA || './data';
  if (current?.folder !== folder) current = { folder, door: new Door(folder) };
  return current.door;
}
