import { DialogButtons } from '#islands/parts/DialogButtons';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { fieldMessage, type SaidProblem } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { SumField, useSum } from '#islands/parts/SumField';
import { Button, Modal, Stack } from '@mantine/core';
import type { ReactNode, SubmitEvent } from 'react';

type Props = {
  readonly title: string;
  readonly currency: string;
  readonly proposed: Minor;
  readonly limit: Minor;
  readonly close: () => void;
  /** Sends the sum; answers whether it went through, and the dialog may close. */
  readonly send: (amount: Minor) => Promise<void>;
  readonly action: { readonly busy: boolean; readonly problem: SaidProblem | null };
  /** What the button says with the sum that is typed, or with none. */
  readonly verb: (sum: string) => string;
  readonly label?: string;
  readonly leave?: string;
  readonly danger?: boolean;
  /** What stands under the sum, told with the sum that is typed; null while it cannot be read. */
  readonly children?: (amount: Minor | null) => ReactNode;
};

/** One sum of money, asked for in a dialog: no more than the limit, and what it leads to before it is sent. */
export function SumDialog(props: Props) {
  const { currency, action, close } = props;
  const sum = useSum(props.proposed, props.limit, currency);
  const amount = sum.wrong === null ? sum.amount : null;
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (amount) await props.send(amount);
  };
  return (
    <Modal opened onClose={close} title={props.title} centered>
      <form onSubmit={(event) => void submit(event)}>
        <Stack>
          <SumField
            sum={sum}
            label={props.label ?? `Sum, ${currency}`}
            error={sum.wrong ?? fieldMessage(action.problem, 'amount', currency)}
            data-autofocus
          />
          {props.children?.(amount)}
          {action.problem?.path !== 'amount' && <Problem problem={action.problem} currency={currency} />}
          <DialogButtons final={props.danger ?? false}>
            <Button variant="default" onClick={close}>
              {props.leave ?? 'Not now'}
            </Button>
            <Button
              type="submit"
              loading={action.busy}
              disabled={amount === null}
              {...(props.danger ? { color: 'red' } : {})}
            >
              {props.verb(amount ? formatMoney(amount, currency) : '')}
            </Button>
          </DialogButtons>
        </Stack>
      </form>
    </Modal>
  );
}
