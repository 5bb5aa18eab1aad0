/** What the owner of the business, and whoever else will be let in, may do. */
export const rights = [
  'bookings:see',
  'bookings:make',
  'bookings:change',
  'bookings:cancel',
  'money:take',
  'money:give back',
  'terms:write',
  'offer:write',
  'quotes:see',
  'quotes:write',
  'credit:see',
  'credit:write',
  'clients:see',
  'clients:write',
  'documents:issue',
  'books:see',
  'books:write',
  'messages:write',
  'business:see',
  'business:write',
  'accounts:connect',
  'own sign-in',
  'stand-ins',
] as const;
export type Right = (typeof rights)[number];

/**
 * Who may ask: `anybody`; a `link`: who has a client's link, on a device that may open it; a `client`: the same, on a
 * device that was confirmed for the client; else whoever is signed in and has the right.
 */
export type Opening = 'anybody' | 'link' | 'client' | Right;
