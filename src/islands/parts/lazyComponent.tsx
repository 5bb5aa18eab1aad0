import { type ComponentType, useEffect, useState } from 'react';

const againAfter = 3000;

/** The page counts what is missing of it, and says so in one place (public/alive.js). */
const missing = (by: 1 | -1): void => {
  const { dataset } = document.documentElement;
  dataset.missing = String(Number(dataset.missing ?? 0) + by);
  dispatchEvent(new Event('ostendo:missing'));
};

const nothing = (): null => null;

/**
 * A part of a page whose script is fetched when it is first drawn, never on the server. Where it does not come the person is
 * told, and it is asked for again as long as it is wanted.
 * @param Meanwhile stands there until it has come
 */
export function lazyComponent<P extends object>(
  fetch: () => Promise<ComponentType<P>>,
  Meanwhile: ComponentType<P> = nothing,
) {
  let come: ComponentType<P> | null = null;
  const fetched = async (): Promise<ComponentType<P>> => (come = await fetch());
  function Later(props: P) {
    const [Part, setPart] = useState(() => come);
    useEffect(() => {
      let wanted = true;
      let told = false;
      const tell = (by: boolean): void => {
        if (by !== told) missing(by ? 1 : -1);
        told = by;
      };
      const ask = (): void => {
        fetched().then(
          (part) => {
            tell(false);
            if (wanted) setPart(() => part);
          },
          () => {
            tell(wanted);
            setTimeout(askAgain, againAfter);
          },
        );
      };
      const askAgain = (): void => {
        // Of a program that is another one by now: it does not come any more.
        if (wanted && document.documentElement.dataset.renewed !== 'yes') ask();
      };
      if (!come) ask();
      return () => {
        wanted = false;
        tell(false);
      };
    }, []);
    return Part ? <Part {...props} /> : <Meanwhile {...props} />;
  }
  /** Fetches it before it is drawn, for what must be there at once. */
  Later.fetched = fetched;
  return Later;
}
