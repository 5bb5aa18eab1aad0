import { savePaymentMethods } from '#contracts/routes/paymentMethods';
import type { PaymentMethodsView } from '#contracts/paymentMethods/views';
import { Accounts } from '#islands/paymentMethods/Accounts';
import { usePaymentMethods } from '#islands/paymentMethods/usePaymentMethods';
import { WaysChoice } from '#islands/paymentMethods/WaysChoice';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useSetting } from '#islands/parts/useSetting';
import { useReady } from '#islands/parts/useReady';
import { Button, Stack, Textarea } from '@mantine/core';
import styles from './Ways.module.css';

type Props = { readonly given: PaymentMethodsView; readonly connection: string | null };

const outcomes: Readonly<Record<string, string>> = {
  connected: 'The account is connected.',
  'not-agreed': 'You did not agree there, so nothing is connected.',
  refused: 'The connection did not come about. Begin it again.',
};

/** Accounts at processors, what clients are shown, and where transfers go. */
export function WaysToPay({ given, connection }: Props) {
  const view = usePaymentMethods(given) ?? given;
  const ready = useReady();
  const setting = useSetting(savePaymentMethods, { ways: given.ways, transferTo: given.transferTo }, (value) => value);
  const { ways, transferTo } = setting.value;
  const { problem } = setting;
  return (
    <section aria-label="Ways to pay" id="ways" className={styles.section}>
      <h2>Ways to pay</h2>
      {connection !== null && outcomes[connection] && (
        <p className={styles.outcome} data-outcome={connection} role="status">
          {outcomes[connection]}
        </p>
      )}
      <div className={styles.columns}>
        <Accounts view={view} />
        <fieldset disabled={!ready} className={styles.fields}>
          <Stack gap="sm">
            <WaysChoice
              value={ways}
              set={(next) => setting.set({ ...setting.value, ways: next })}
              accounts={view.accounts}
              label="Shown to clients, where the terms offer it"
              otherwise="the account that was connected first"
            />
            {!ways.hidden.includes('transfer') && (
              <Textarea
                label="Where transfers go to"
                description="As clients read it; they are asked to write the booking’s number on it"
                autosize
                minRows={2}
                maxLength={500}
                value={transferTo}
                error={fieldMessage(problem, 'transferTo')}
                onChange={(event) => setting.set({ ...setting.value, transferTo: event.currentTarget.value })}
              />
            )}
            <Problem problem={problem?.path ? null : problem} currency="EUR" />
            <Button
              style={{ justifySelf: 'start' }}
              w="fit-content"
              loading={setting.busy}
              onClick={() => void setting.keep('Kept. Clients see it from now on.')}
            >
              Keep these ways
            </Button>
          </Stack>
        </fieldset>
      </div>
    </section>
  );
}
