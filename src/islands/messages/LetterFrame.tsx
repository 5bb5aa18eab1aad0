import type { PreviewWording } from '#contracts/messages/wordings';
import type { MessagePreview } from '#islands/messages/usePreview';
import { useEffect, useId, useRef } from 'react';
import styles from './Messages.module.css';

type Props = { readonly about: PreviewWording; readonly shown: MessagePreview };

/**
 * The letter itself, as it would be sent. Each one comes into a frame of its own, by a form: a text of any length fits, and
 * the history of the page does not grow with every keystroke.
 */
export function LetterFrame({ about, shown }: Props) {
  const content = JSON.stringify([about.occasion, shown]);
  return (
    <>
      <p className={styles.subject}>
        <span>Subject</span> <b>{shown.subject}</b>
      </p>
      <Frame key={content} about={about} />
    </>
  );
}

function Frame({ about }: Pick<Props, 'about'>) {
  const name = useId();
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => form.current?.submit(), []);
  return (
    <>
      <form ref={form} action="/messages/preview" method="post" target={name} hidden>
        {Object.entries(about).map(([field, value]) => (
          <input key={field} type="hidden" name={field} value={value} readOnly />
        ))}
      </form>
      <iframe name={name} title="The letter" sandbox="" className={styles.frame} />
    </>
  );
}
