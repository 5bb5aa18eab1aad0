/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    app: import('./compose').App;
    /** The signed-in person; null on the pages that need none. */
    person: { readonly id: string; readonly name: string; readonly email: string } | null;
  }
}
