import type { RequestLine } from '#contracts/credit/views';
import { recordRequestPayment } from '#contracts/routes/paymentRequests';
import type { Minor } from '#core/money/minor';
import { SumDialog } from '#islands/parts/SumDialog';
import { useRoute } from '#islands/parts/useRoute';
import { SegmentedControl } from '@mantine/core';
import { useState } from 'react';

const methods = [
  { value: 'transfer', label: 'By transfer' },
  { value: 'cash', label: 'In cash' },
  { value: 'cheque', label: 'By cheque' },
] as const;
type Method = (typeof methods)[number]['value'];

/** What the most is that somebody can be thought to pay where the payer chooses the sum. */
const anySum = 99_999_999_99 as Minor;

/** What came for a request in another way than on its page. */
export function RecordRequestDialog({ request, close }: { readonly request: RequestLine; readonly close: () => void }) {
  const action = useRoute(recordRequestPayment);
  const [method, setMethod] = useState<Method>('transfer');
  const proposed = request.left ?? request.smallest ?? anySum;
  return (
    <SumDialog
      title={`What came for ${request.number}`}
      currency={request.currency}
      proposed={proposed}
      limit={request.left ?? anySum}
      close={close}
      action={action}
      label="How much has come"
      verb={(sum) => `Record ${sum}`}
      send={async (amount) => {
        const about = { requestId: request.id, requestKey: action.requestKey(), amount, method };
        if (await action.attempt(about)) close();
      }}
    >
      {() => (
        <SegmentedControl
          aria-label="How it came"
          value={method}
          onChange={(value) => setMethod(value as Method)}
          data={methods.map((each) => ({ ...each }))}
        />
      )}
    </SumDialog>
  );
}
