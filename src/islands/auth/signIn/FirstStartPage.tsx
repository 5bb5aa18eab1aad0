import { usualCurrency } from '#core/money/currency';
import { firstStart } from '#contracts/routes/auth';
import { call, type ProblemOf, post } from '#islands/api';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { styleNonce } from '#islands/parts/styleNonce';
import { cssVariables } from '#theme/cssVariables';
import { useReady } from '#islands/parts/useReady';
import { theme } from '#theme/theme';
import { Button, MantineProvider, PasswordInput, Select, TextInput } from '@mantine/core';
import { guessedCurrency } from '#islands/auth/signIn/guesses';
import { type SubmitEvent, useEffect, useState } from 'react';
import styles from './SignIn.module.css';

type Props = { readonly zones: readonly string[]; readonly currencies: readonly string[] };

/** The first start of an installation asks for the business and its owner's sign-in, once. */
export default function FirstStartPage({ zones, currencies }: Props) {
  const [form, setForm] = useState({
    code: '',
    business: '',
    timeZone: '',
    currency: '',
    taxRate: '',
    ownerName: '',
    email: '',
    password: '',
  });
  const [problem, setProblem] = useState<ProblemOf<typeof firstStart> | null>(null);
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    // Where the browser is, it most likely is the business too; both can be changed.
    const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
    setForm((typed) => ({
      ...typed,
      timeZone: typed.timeZone || (zones.includes(zone) ? zone : 'UTC'),
      currency: typed.currency || (guessedCurrency(zone, navigator.language) ?? usualCurrency),
    }));
  }, [zones]);
  const ready = useReady();
  const field = (name: keyof typeof form) => ({
    value: form[name],
    onChange: (event: { currentTarget: { value: string } }) => setForm({ ...form, [name]: event.currentTarget.value }),
    error: fieldMessage(problem, name, form.currency),
  });
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    setBusy(true);
    const answer = await call(firstStart, { ...form, line: '', taxRate: form.taxRate.trim() || '0' });
    if (answer.ok) {
      await post('/api/auth/sign-in/email', { email: form.email, password: form.password });
      location.assign('/begin');
      return;
    }
    setBusy(false);
    setProblem(answer.problem);
  };
  return (
    <MantineProvider
      getStyleNonce={styleNonce}
      theme={theme}
      cssVariablesResolver={cssVariables}
      defaultColorScheme="auto"
    >
      <main className={styles.page}>
        <form className={styles.wide} onSubmit={(event) => void submit(event)} noValidate>
          <fieldset disabled={!ready} className={styles.fields}>
            <h1>Ostendo, first start</h1>
            <p>The business that this installation belongs to, and your own sign-in.</p>
            <TextInput
              label="Code"
              description="Printed where the server was started, so that nobody else makes themselves the owner."
              placeholder="ABCD-EFGH"
              autoComplete="off"
              {...field('code')}
              data-autofocus
            />
            <TextInput label="Name of the business" {...field('business')} />
            <div className={styles.pair}>
              <Select
                label="Time zone"
                searchable
                data={[...zones]}
                value={form.timeZone || null}
                onChange={(timeZone) => setForm({ ...form, timeZone: timeZone ?? form.timeZone })}
                error={field('timeZone').error}
                limit={50}
                onFocus={(event) => event.currentTarget.select()}
              />
              <Select
                label="Currency"
                searchable
                data={[...currencies]}
                value={form.currency || null}
                onChange={(currency) => setForm({ ...form, currency: currency ?? form.currency })}
                error={field('currency').error}
                limit={50}
                onFocus={(event) => event.currentTarget.select()}
              />
            </div>
            <TextInput
              label="Tax within your prices, in percent"
              description="Empty, if you charge none"
              inputMode="decimal"
              {...field('taxRate')}
            />
            <TextInput label="Your name" autoComplete="name" {...field('ownerName')} />
            <TextInput label="Your e-mail" type="email" autoComplete="username" {...field('email')} />
            <PasswordInput
              label="A password, at least 10 characters"
              autoComplete="new-password"
              {...field('password')}
            />
            {problem && !problem.issues && !problem.path && <Problem problem={problem} currency={form.currency} />}
            <Button type="submit" loading={busy}>
              Begin
            </Button>
          </fieldset>
        </form>
      </main>
    </MantineProvider>
  );
}
