import type { Preferences } from '$lib/schema/preferences';

declare global {
  namespace App {
    interface Locals {
      preferences: Preferences;
    }
    interface PageData {
      preferences: Preferences;
    }
    interface Error {
      message: string;
    }
  }
}

export {};
