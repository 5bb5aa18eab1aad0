/** The longest that a mail server takes (RFC 5321, section 4.5.3.1). */
export const longestEmailAddress = 254;

/**
 * Deliberately simple: one @ with something before it and a dotted name after it, and nothing that parts addresses from
 * each other. Delivery is the only real test.
 */
export const isEmailAddress = (text: string): boolean =>
  text.length <= longestEmailAddress && /^[^\s@,;<>]+@[^\s@,;<>]+\.[^\s@,;<>]+$/.test(text);

/** What is said where there is none. */
export const emailAddressWanted = 'an e-mail address, such as maud@example.com';
