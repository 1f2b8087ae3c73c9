import type { Preferences } from '$lib/schema/preferences';

declare global {
  namespace App {
    interface Locals {
      preferences: Preferences;
      /** Id of who works at this device, as it says. */
      member: number | null;
    }
    interface PageData {
      preferences: Preferences;
      members: { id: number; name: string }[];
      member: number | null;
      /** This is the machine that Brunkel runs on. */
      desk: boolean;
    }
    interface Error {
      message: string;
    }
  }
}

export {};
