/// <reference types="astro/client" />

// An ambient file has no imports of its own.
// eslint-disable-next-line @typescript-eslint/consistent-type-imports
type Composed = import('./compose').App;

declare namespace App {
  interface Locals {
    /** The id that the answer carries and the log names; our own entry gives it. */
    requestId?: string;
    /** Aborted once nobody waits for the answer any more; our own entry gives it. */
    ended?: AbortSignal;
    app: Composed;
    /** The network address that the request came from. */
    address: string;
    /** What this device keeps to open a client's pages with; null where it has none. */
    device: string | null;
    /** The signed-in person; null on the pages that need none. */
    session: { readonly personId: string; readonly sessionId: string } | null;
    person: { readonly id: string; readonly name: string; readonly email: string } | null;
  }
}
