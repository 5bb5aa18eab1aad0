import { notifications } from '@mantine/notifications';
import { type ComponentType, useEffect, useState } from 'react';

const againAfter = 3000;

/**
 * A part of a page whose script is fetched when it is first drawn: nothing stands there until it has come. Where it does
 * not come the person is told, once, and it is asked for again as long as it is wanted.
 */
export function later<P extends object>(fetch: () => Promise<ComponentType<P>>) {
  let come: ComponentType<P> | null = null;
  const fetched = async (): Promise<ComponentType<P>> => (come = await fetch());
  function Later(props: P) {
    const [Part, setPart] = useState(() => come);
    useEffect(() => {
      let wanted = true;
      let told = false;
      const ask = (): void => {
        fetched().then(
          (part) => {
            if (wanted) setPart(() => part);
          },
          () => {
            if (!wanted) return;
            if (!told) notifications.show({ id: 'not-come', color: 'red', ...notCome });
            told = true;
            setTimeout(ask, againAfter);
          },
        );
      };
      if (!come) ask();
      return () => {
        wanted = false;
      };
    }, []);
    return Part && <Part {...props} />;
  }
  /** Fetches it before it is drawn, for what must be there at once. */
  Later.fetched = fetched;
  return Later;
}

const notCome = {
  title: 'A part of this page has not come',
  message:
    'It is asked for again until it does. If it does not, look whether there is a connection, and load the page anew.',
};
