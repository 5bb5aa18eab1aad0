/**
 * Stands where Astro's adapter has a package that sends files: here `sirv` does, before a request comes to the pages, and
 * a start need not read what is never asked.
 * @throws always
 */
export default function sendsNothing(): never {
  throw new Error('the adapter sends no files here');
}
