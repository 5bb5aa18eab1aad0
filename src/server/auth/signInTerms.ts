import type { Database } from '#server/database/database';

export type SignInSettings = { readonly db: Database; readonly secret: string; readonly baseUrl: string };

export const addressHeader = 'x-ostendo-address';
/** What the names of its cookies begin with, past what a browser asks for before that. */
export const cookiePrefix = 'ostendo';

const hours = 60 * 60;
/** A session that nobody uses for so long is over, and each is after so long, used or not; in seconds. */
export const idleSeconds = 8 * hours;
export const sessionSeconds = 14 * 24 * hours;
