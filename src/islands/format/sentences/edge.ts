import type { EdgeCode } from '#contracts/routes/edge';

/** Of any request: said alike wherever it is met. */
export const edgeSentences = {
  no_connection: 'There is no connection. Nothing was lost; try again.',
  try_again: 'That did not get through. Nothing was done twice; try again.',
  no_answer:
    'The other side has not answered yet, so it is not known whether it went through. Press again to look: nothing is done twice.',
  database_away: 'Ostendo cannot reach its database just now. Nothing is lost; try again in a moment.',
  disk_full:
    'There is no room left on the disk where the data are, so nothing is taken that could be lost. Try again once there is.',
  disk_read_only:
    'Ostendo may not write where its data are, so nothing is taken that could be lost. Whoever looks after the machine has to give it the right to.',
  too_much_work: 'Too many are asking for this at once. Nothing was done; try again in a moment.',
  starting: 'Ostendo is starting. Try again in a moment.',
  timed_out: 'This took too long and was given up. Nothing was done twice; try again.',
  fault: 'That went wrong, and it is our fault. Nothing was half done; try again.',
  too_large: 'This is more than can be taken at once.',
  not_whole: 'The request did not come in whole. Try again.',
  unreadable: 'The request could not be read. Reload the page and try again.',
  cross_site: 'The request did not come from this page. Reload it and try again.',
  sign_in_needed: 'You are signed out. Sign in again in another tab, then repeat this.',
  invalid_input: 'Something here is not valid.',
  not_found: 'That is no longer there.',
  not_allowed: 'This cannot be done in this way. Reload the page and try again.',
  not_yours: 'This is not among what you may do here.',
} satisfies Record<EdgeCode, string>;
