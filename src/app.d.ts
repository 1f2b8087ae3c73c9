import type { CastingRecord } from '$lib/server/casting/next-casting';
import type { Preferences } from '$lib/schema/preferences';

declare global {
  namespace App {
    interface Locals {
      preferences: Preferences;
      /** How the reader writes dates and money: a language tag. */
      locale: string;
      /** Whoever asks may see the records: they sit at this machine, are signed in, or need not be. */
      within: boolean;
      /** Id of who works at this device, as it says. */
      member: number | null;
      /** The fields of the form that was posted, as they were typed. */
      posted?: Record<string, string>;
    }
    interface PageData {
      preferences: Preferences;
      locale: string;
      members: { id: number; name: string }[];
      member: number | null;
      /** The casting that is on, or that comes next. */
      session: CastingRecord | null;
      /** This is the machine that Brunkel runs on. */
      desk: boolean;
    }
    interface Error {
      message: string;
    }
  }
}

export {};
