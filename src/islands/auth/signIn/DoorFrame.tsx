import { useReady } from '#islands/parts/useReady';
import { styleNonce } from '#islands/parts/styleNonce';
import { cssVariables } from '#theme/cssVariables';
import { theme } from '#theme/theme';
import { Alert, MantineProvider } from '@mantine/core';
import type { ReactNode, SubmitEvent } from 'react';
import styles from './SignIn.module.css';

type Props = {
  readonly title: string;
  readonly text: string;
  readonly wrong: string | null;
  readonly submit: () => Promise<void> | void;
  readonly children: ReactNode;
};

/** The one box of a page at the door: what is asked for, what was wrong, and one button. */
export function DoorFrame({ title, text, wrong, submit, children }: Props) {
  const ready = useReady();
  const send = (event: SubmitEvent): void => {
    event.preventDefault();
    void submit();
  };
  return (
    <MantineProvider
      getStyleNonce={styleNonce}
      theme={theme}
      cssVariablesResolver={cssVariables}
      defaultColorScheme="auto"
    >
      <main className={styles.page}>
        <form className={styles.box} onSubmit={send}>
          <fieldset disabled={!ready} className={styles.fields}>
            <h1>{title}</h1>
            <p>{text}</p>
            {wrong && (
              <Alert color="red" variant="light" role="alert" className={styles.wrong}>
                {wrong}
              </Alert>
            )}
            {children}
          </fieldset>
        </form>
      </main>
    </MantineProvider>
  );
}
