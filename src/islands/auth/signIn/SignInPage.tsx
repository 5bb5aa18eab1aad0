import { forgotPassword } from '#contracts/routes/auth';
import { call, type Answer, type ApiProblem, post } from '#islands/api';
import { problemSentence } from '#islands/format/problemSentence';
import { DoorFrame } from '#islands/auth/signIn/DoorFrame';
import { Anchor, Button, Divider, PasswordInput, TextInput } from '@mantine/core';
import { useState } from 'react';

type Props = { readonly to: string; readonly demo: boolean; readonly businessName: string };
/** What the sign-in answers: done, or that the second factor is wanted. */
type SignedIn = { readonly twoFactorRedirect?: boolean };
type Step = 'password' | 'code' | 'forgotten' | 'sent';

/** Only a path of ours: a link must not lead elsewhere after signing in. */
const safePath = (to: string): string => (/^\/[a-z]/.test(to) ? to : '/today');

type SignInCode = 'too_many_tries' | 'TOO_MANY_ATTEMPTS_REQUEST_NEW_CODE';
type SignInProblem = ApiProblem<SignInCode>;

function sentenceOf(problem: SignInProblem, otherwise: string): string {
  const { code, detail } = problem;
  if (code === 'too_many_tries') {
    const minutes = Math.max(1, Math.ceil(Number(detail?.seconds ?? 60) / 60));
    return `Too many tries. Wait ${minutes === 1 ? 'a minute' : `${minutes} minutes`}, then try again.`;
  }
  if (code === 'TOO_MANY_ATTEMPTS_REQUEST_NEW_CODE') return 'Too many tries. Wait a minute, then sign in again.';
  if (code === 'no_connection' || code === 'database_away' || code === 'starting') return problemSentence({ code });
  return otherwise;
}

export default function SignInPage({ to, demo, businessName }: Props) {
  const [step, setStep] = useState<Step>('password');
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const go = (next: Step) => (): void => {
    setWrong(null);
    setStep(next);
  };
  const ask = async <T,>(request: () => Promise<Answer<T, SignInCode>>, otherwise: string): Promise<T | null> => {
    setBusy(true);
    setWrong(null);
    const answer = await request();
    if (answer.ok) return answer.value;
    setBusy(false);
    setWrong(sentenceOf(answer.problem, otherwise));
    return null;
  };
  const signIn = async (path: string, body: object): Promise<void> => {
    const done = await ask(
      () => post<SignedIn, SignInCode>(path, body),
      'That address and password do not belong together.',
    );
    if (!done) return;
    if (!done.twoFactorRedirect) return location.assign(safePath(to));
    setBusy(false);
    setStep('code');
  };
  const showCode = async (): Promise<void> => {
    const typed = code.replace(/\s/g, '');
    const path = /^\d{6}$/.test(typed) ? 'verify-totp' : 'verify-backup-code';
    const done = await ask(
      () => post<unknown, SignInCode>(`/api/auth/two-factor/${path}`, { code: typed }),
      'This code is not right, or was used. After some wrong ones sign in again from the beginning.',
    );
    if (done) location.assign(safePath(to));
  };
  const forgot = async (): Promise<void> => {
    const done = await ask(() => call(forgotPassword, { email }), 'Type the address that you sign in with.');
    setBusy(false);
    if (done) setStep('sent');
  };

  if (step === 'sent')
    return (
      <DoorFrame
        title="Look into your mail"
        text={`If ${email} signs in here, a letter with a link is on its way. The link is good for half an hour.`}
        wrong={null}
        submit={go('password')}
      >
        <Button type="submit" variant="default" fullWidth>
          Back to signing in
        </Button>
      </DoorFrame>
    );
  if (step === 'code')
    return (
      <DoorFrame
        title={businessName}
        text="Your second factor: the six digits that your authenticator shows now."
        wrong={wrong}
        submit={showCode}
      >
        <TextInput
          label="Code, or one of your recovery codes"
          autoComplete="one-time-code"
          autoFocus
          required
          value={code}
          onChange={(event) => setCode(event.currentTarget.value)}
        />
        <Button type="submit" loading={busy} fullWidth>
          Sign in
        </Button>
      </DoorFrame>
    );
  const address = (
    <TextInput
      label="E-mail"
      type="email"
      autoComplete="username"
      required
      value={email}
      onChange={(event) => setEmail(event.currentTarget.value)}
    />
  );
  if (step === 'forgotten')
    return (
      <DoorFrame
        title="A new password"
        text="We send a link to the address that you sign in with."
        wrong={wrong}
        submit={forgot}
      >
        {address}
        <Button type="submit" loading={busy} fullWidth>
          Send the link
        </Button>
        <Anchor component="button" type="button" onClick={go('password')}>
          Back to signing in
        </Anchor>
      </DoorFrame>
    );
  return (
    <DoorFrame
      title={businessName}
      text="Sign in to Ostendo."
      wrong={wrong}
      submit={() => signIn('/api/auth/sign-in/email', { email, password })}
    >
      {address}
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
      <Anchor component="button" type="button" onClick={go('forgotten')}>
        Forgotten your password?
      </Anchor>
      {demo && (
        <>
          <Divider label="this is the demo" />
          <Button variant="default" fullWidth loading={busy} onClick={() => void signIn('/api/demo/sign-in', {})}>
            Enter the demo as Lena Varga, owner
          </Button>
        </>
      )}
    </DoorFrame>
  );
}
