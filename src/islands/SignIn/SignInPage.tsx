import { post } from '#islands/api';
import { problemSentence } from '#islands/format/problemSentence';
import { cssVariables } from '#theme/cssVariables';
import { useReady } from '#islands/parts/useReady';
import { theme } from '#theme/theme';
import { Alert, Button, Divider, MantineProvider, PasswordInput, TextInput } from '@mantine/core';
import { type SubmitEvent, useState } from 'react';
import styles from './SignIn.module.css';

type Props = { readonly to: string; readonly demo: boolean; readonly businessName: string };

/** Only a path of ours: a link must not lead elsewhere after signing in. */
const safePath = (to: string): string => (/^\/[a-z]/.test(to) ? to : '/today');

export default function SignInPage({ to, demo, businessName }: Props) {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();

  const enter = async (request: () => ReturnType<typeof post>): Promise<void> => {
    setBusy(true);
    setWrong(null);
    const answer = await request();
    if (answer.ok) return location.assign(safePath(to));
    setBusy(false);
    const { code } = answer.problem;
    if (code === 'no_connection') setWrong(problemSentence(answer.problem, 'EUR'));
    else if (code.startsWith('TOO_MANY') || code === 'try_again')
      setWrong('Too many tries. Wait a minute, then try again.');
    else setWrong('That address and password do not belong together.');
  };
  const submit = (event: SubmitEvent): void => {
    event.preventDefault();
    void enter(() => post('/api/auth/sign-in/email', { email, password }));
  };
  return (
    <MantineProvider theme={theme} cssVariablesResolver={cssVariables} defaultColorScheme="auto">
      <main className={styles.page}>
        <form className={styles.box} onSubmit={submit}>
          <fieldset disabled={!ready} className={styles.fields}>
            <h1>{businessName}</h1>
            <p>Sign in to Ostendo.</p>
            {wrong && (
              <Alert color="red" variant="light" role="alert" className={styles.wrong}>
                {wrong}
              </Alert>
            )}
            <TextInput
              label="E-mail"
              type="email"
              autoComplete="username"
              required
              value={email}
              onChange={(event) => setEmail(event.currentTarget.value)}
            />
            <PasswordInput
              label="Password"
              autoComplete="current-password"
              required
              value={password}
              onChange={(event) => setPassword(event.currentTarget.value)}
            />
            <Button type="submit" loading={busy} fullWidth>
              Sign in
            </Button>
            {demo && (
              <>
                <Divider label="this is the demo" />
                <Button
                  variant="default"
                  fullWidth
                  loading={busy}
                  onClick={() => void enter(() => post('/api/demo/sign-in', {}))}
                >
                  Enter the demo as Lena Varga, owner
                </Button>
              </>
            )}
          </fieldset>
        </form>
      </main>
    </MantineProvider>
  );
}
