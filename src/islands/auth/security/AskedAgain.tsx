import type { DoorView } from '#contracts/auth/auth';
import { SaveSafety } from '#contracts/auth/auth';
import { saveSafety } from '#contracts/routes/settings';
import type { SentTo } from '#contracts/routes/route';
import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { useContractForm } from '#islands/parts/contractForm';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import styles from './Door.module.css';

type Typed = { proofAbove: string; keepDays: string };

/** From which refund on it is asked who decides, and how long what has no more use is kept. */
export function AskedAgain({ given }: { readonly given: DoorView }) {
  const { currency } = given;
  const save = useRoute(saveSafety);
  const sends = ({ proofAbove, keepDays }: Typed): SentTo<typeof saveSafety> => ({
    proofAbove: proofAbove.trim() === '' ? null : (parseAmount(proofAbove, currency) ?? (NaN as Minor)),
    keepDays: Number(keepDays || NaN),
  });
  const form = useContractForm({
    contract: SaveSafety,
    initial: {
      proofAbove: given.proofAbove === null ? '' : formatAmount(given.proofAbove, currency),
      keepDays: String(given.keepDays),
    },
    sends,
    says: { proofAbove: 'a sum, such as 250.00, or nothing' },
  });
  const send = async (typed: Typed): Promise<void> => {
    if (await save.attempt(sends(typed))) notifications.show({ message: 'Kept.' });
  };
  return (
    <section className={styles.part} aria-label="Asked again">
      <h2>Asked again</h2>
      <p>
        Connecting an account and changing where transfers go always ask again who you are, unless it was shown in the
        last ten minutes.
      </p>
      <form onSubmit={form.onSubmit((typed) => void send(typed))} noValidate>
        <TextInput
          label={`Refunds from this sum on ask too (${currency})`}
          description="Empty: no refund does."
          inputMode="decimal"
          {...form.getInputProps('proofAbove')}
        />
        <TextInput
          label="Expired codes and devices, and old carts, are deleted after (days)"
          inputMode="numeric"
          {...form.getInputProps('keepDays')}
        />
        <Problem problem={save.problem} currency={currency} />
        <Button type="submit" variant="default" loading={save.busy}>
          Keep
        </Button>
      </form>
    </section>
  );
}
