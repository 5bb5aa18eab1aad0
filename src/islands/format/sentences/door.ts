import { type Sentences } from '#islands/format/say';

/** Of the sign-in, messages and the stand-ins. */
export const doorSentences = {
  proof_needed: 'This was not done: it was not shown who asks for it.',
  password_wrong: 'That is not your password.',
  password_common: 'This password is among the first that are tried. Take a longer one of your own.',
  code_wrong: 'This code is not right, or was used. Wait for the next one.',
  too_many_tries: 'Too many tries. Wait a quarter of an hour, then try again.',
  link_over: 'This link was used, or is too old. Ask for a new one.',
  start_code_wrong: 'This is not the code that the server printed.',
  second_factor_already: 'The second factor is in force already.',
  session_not_found: 'This session is over already.',
  set_up_already: 'This installation is set up. Sign in instead.',
  nothing_waits: 'This has got through meanwhile, or was given up.',
  message_gone: 'It has gone out already.',
  message_is_off: 'This message is switched off in Messages.',
  wording_changed: 'Somebody else has changed this message since you opened it. Reload it to see theirs.',
  clock_is_real: 'This installation runs on the real clock.',
  clock_is_moving: 'The clock is being moved already.',
  clock_goes_forward: 'The clock only goes forward. Choose a later moment.',
  event_not_found: 'That event is no longer kept.',
  field_unknown: ({ name }) => `This message has no field “${String(name ?? '')}”.`,
  nothing_to_preview: 'There is no booking or quote yet to show it on.',
} satisfies Sentences;
