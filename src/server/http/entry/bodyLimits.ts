const kB = 1024;
const MB = 1024 * kB;

/** What most requests may bring: a form. */
const usual = 64 * kB;

/** Requests that may bring more, by the beginning of their path; the first that fits counts. */
const larger: readonly (readonly [path: string, bytes: number])[] = [
  ['/api/files', 12 * MB],
  ['/api/events/', 256 * kB],
  // Whole texts: a quote with its pictures' ids and agreement, terms, an agreement, a signature drawn by hand.
  ['/api/do/save-quote', MB],
  ['/api/do/create-quote', MB],
  ['/api/do/save-template', MB],
  ['/api/do/save-agreement', MB],
  ['/api/do/sign-quote', 2 * MB],
  ['/api/client/quote/', 2 * MB],
  ['/api/client/sign-change', 2 * MB],
  ['/api/client/checkout', 256 * kB],
  ['/api/do/', 512 * kB],
];

/** The most bytes that a request to a path may bring. What says that it brings more is refused before it is read. */
export const bodyLimit = (path: string): number => larger.find(([begin]) => path.startsWith(begin))?.[1] ?? usual;
