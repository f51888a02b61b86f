import type { Who } from '$lib/server/access/who';

declare global {
  namespace App {
    interface Error {
      message: string;
    }
    interface Locals {
      who: Who;
    }
  }
}

export {};
