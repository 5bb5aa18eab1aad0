import { DialogButtons } from '#islands/parts/DialogButtons';
import { connect } from '#contracts/routes/paymentMethods';
import type { PaymentMethodsView } from '#contracts/paymentMethods/views';
import { abilityWords, mismatchWords, wayOf } from '#islands/paymentMethods/accountWords';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Group, Modal, NativeSelect, Radio, SegmentedControl, Stack } from '@mantine/core';
import { useState } from 'react';
import styles from './Ways.module.css';

type Props = { readonly view: PaymentMethodsView; readonly close: () => void };

/** Which processor, test or live, in which currency; what does not fit is said before the owner goes there. */
export function ConnectForm({ view, close }: Props) {
  const { business } = useShell();
  const [id, setId] = useState(view.providers[0]!.id);
  const [mode, setMode] = useState<'test' | 'live'>('test');
  const provider = view.providers.find((each) => each.id === id)!;
  const [wanted, setWanted] = useState(business.currency);
  const currency = provider.currencies.includes(wanted) ? wanted : provider.currencies[0]!;
  const begin = useRoute(connect);
  const mismatch = mismatchWords(currency, view.services);
  const liveThere = view.accounts.some((account) => account.mode === 'live' && !account.disconnected);
  const go = async (): Promise<void> => {
    const begun = await begin.run({ provider: id, mode, currency });
    if (begun) location.assign(begun.url);
  };
  return (
    <Modal opened onClose={close} title="Connect an account" size="lg">
      <Stack gap="md">
        <Radio.Group label="With" value={id} onChange={setId}>
          <Stack gap="xs" mt={6}>
            {view.providers.map((each) => (
              <Radio
                key={each.id}
                value={each.id}
                label={`${each.name}: ${wayOf[each.way]}`}
                description={abilityWords(each, currency)}
              />
            ))}
          </Stack>
        </Radio.Group>
        <Group align="flex-end" grow>
          <SegmentedControl
            aria-label="Test or live"
            value={mode}
            onChange={(next) => setMode(next as typeof mode)}
            data={[
              { value: 'test', label: 'Test: no money moves' },
              { value: 'live', label: 'Live' },
            ].filter(({ value }) => view.modes.some((each) => each === value))}
          />
          <NativeSelect
            label="The account is in"
            value={currency}
            data={[...provider.currencies]}
            onChange={(event) => setWanted(event.currentTarget.value)}
          />
        </Group>
        {mismatch && (
          <p className={styles.mismatch} role="status">
            {mismatch}
          </p>
        )}
        {mode === 'live' && !liveThere && view.accounts.some((account) => account.offered) && (
          <p className={styles.mismatch} role="status">
            From then on clients are offered live accounts only; your test accounts stay connected and are not offered.
          </p>
        )}
        <Problem problem={begin.problem} currency={currency} />
        <DialogButtons>
          <Button variant="default" onClick={close}>
            Not now
          </Button>
          <Button loading={begin.busy} onClick={() => void go()}>
            Go on to {provider.name}
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}
