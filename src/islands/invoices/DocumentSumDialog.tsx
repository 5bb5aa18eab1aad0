import { creditDocument, invoiceOnAccount } from '#contracts/routes/invoices';
import type { Minor } from '#core/money/minor';
import { SumDialog } from '#islands/parts/SumDialog';
import { useRoute } from '#islands/parts/useRoute';
import { notifications } from '@mantine/notifications';

export type SumAsked =
  | { readonly kind: 'account'; readonly limit: Minor }
  | { readonly kind: 'credit'; readonly number: string; readonly limit: Minor; readonly whole: boolean };

type Props = {
  readonly bookingId: string;
  readonly currency: string;
  readonly asked: SumAsked;
  readonly close: () => void;
};

/** A sum on account, or what is taken back of a document. */
export function DocumentSumDialog({ bookingId, currency, asked, close }: Props) {
  const account = useRoute(invoiceOnAccount);
  const credit = useRoute(creditDocument);
  const said = (numbers: readonly string[] | undefined): void => {
    if (!numbers) return;
    notifications.show({ message: `${numbers.join(', ')} issued.` });
    close();
  };
  const common = { currency, proposed: asked.limit, limit: asked.limit, close };
  if (asked.kind === 'account')
    return (
      <SumDialog
        {...common}
        title="Invoice on account"
        send={async (amount) =>
          said((await account.run({ bookingId, amount, requestKey: account.requestKey() }))?.numbers)
        }
        action={account}
        verb={(sum) => `Invoice ${sum}`}
      >
        {() => (
          <p style={{ margin: 0 }}>
            Tax on it may be due with the document, before the money is there. The final invoice takes it off.
          </p>
        )}
      </SumDialog>
    );
  const { number } = asked;
  return (
    <SumDialog
      {...common}
      title={`Take ${number} back`}
      send={async (amount) =>
        said((await credit.run({ bookingId, number, amount, requestKey: credit.requestKey() }))?.numbers)
      }
      action={credit}
      verb={(sum) => `Issue a credit note of ${sum}`}
      danger
    >
      {() => (
        <p style={{ margin: 0 }}>
          {asked.whole
            ? 'Taken back in full, another invoice can be issued after it. No money moves.'
            : 'What was issued stays as it is; the credit note names it. No money moves.'}
        </p>
      )}
    </SumDialog>
  );
}
