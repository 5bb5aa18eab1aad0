/**
 * Codes that any request may be answered with, whatever it asks for: by the door of the server before a route is looked
 * at, or by the page where no answer came.
 */
export const edgeCodes = [
  'no_connection',
  'try_again',
  'no_answer',
  'database_away',
  'disk_full',
  'disk_read_only',
  'too_much_work',
  'starting',
  'timed_out',
  'fault',
  'too_large',
  'not_whole',
  'unreadable',
  'cross_site',
  'sign_in_needed',
  'not_allowed',
  'not_yours',
  'invalid_input',
  'not_found',
] as const;
export type EdgeCode = (typeof edgeCodes)[number];
