import { giveCard, pay } from '#contracts/routes/clientPage';
import type { ClientView } from '#contracts/clientPage/views';
import { fee } from '#core/fee/fee';
import { formatMoney } from '#core/money/formatMoney';
import { sum, zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { call } from '#islands/api';
import { KeptForChoice } from '#islands/clientPage/KeptForChoice';
import { MainButton } from '#islands/payments/MainButton';
import { PayBox } from '#islands/payments/PayBox';
import { chosenSum, firstChoice, type PayChoice, PayChoices } from '#islands/payments/PayChoices';
import { Tip } from '#islands/payments/Tip';
import { useState } from 'react';

type OnPage = { readonly link: string; readonly view: ClientView; readonly reload: () => Promise<void> };

/** What is due of a booking, or the next part before its day; opened by a press, so that the page stays short. */
export function PayBooking({ link, view: given, reload, early }: OnPage & { readonly early?: ClientView['early'] }) {
  // Paid early, the next part stands in the place of what is due.
  const view = early ? { ...given, dueNow: early.amount, choices: earlyChoices(given) } : given;
  const { currency, received, onTheWay } = view;
  const [opened, setOpened] = useState(false);
  const [choice, setChoice] = useState<PayChoice>(() => firstChoice(view));
  const [tip, setTip] = useState('');
  const { amount, everything } = chosenSum(choice, view);
  const tipped = tip.trim() === '' ? zero : parseAmount(tip, currency);
  const passedOn = view.fee && amount ? fee({ ...view.fee, amount }) : null;
  const label = (way: string): string => {
    const charged = (way === 'card' && passedOn?.charge) || amount || view.dueNow;
    return `Pay ${formatMoney(sum([charged, tipped ?? zero]), currency)}`;
  };
  const usual = view.offered.online[0]?.way ?? 'card';
  if (!opened) return <MainButton press={() => setOpened(true)}>{label(usual)}</MainButton>;
  return (
    <PayBox
      offered={view.offered}
      currency={currency}
      back={`/b/${link}`}
      send={({ key: attempt, card, account }) =>
        call(pay, {
          link,
          attempt,
          card,
          account,
          amount,
          seen: sum([received, onTheWay?.amount ?? zero]),
          ...(tipped ? { tip: tipped } : {}),
          ...(everything ? { everything: true } : {}),
        })
      }
      done={reload}
      label={label}
      fee={(way) => (way === 'card' && passedOn ? passedOn.fee : zero)}
      consent={({ way, consent }) =>
        view.payer && way === 'card' ? 'Your card is charged this once and not kept.' : consent
      }
      // A sum or tip that cannot be read is said at its field.
      fits={() => amount !== null && tipped !== null}
    >
      <PayChoices view={view} choice={choice} choose={setChoice} />
      {view.tip && (
        <Tip base={amount ?? view.dueNow} currency={currency} typed={tip} wrong={tipped === null} set={setTip} />
      )}
    </PayBox>
  );
}

/** A card or bank account for later, without paying: it is checked with its bank first. */
export function GiveCard({ link, view, reload }: OnPage) {
  const [use, setUse] = useState<'payments' | 'hold' | null>(null);
  const { online } = view.offered;
  // Only a card can be held on.
  const holds = view.cardWanted === 'hold' || use === 'hold';
  return (
    <PayBox
      offered={{ ...view.offered, online: holds ? online.filter(({ way }) => way === 'card') : online }}
      currency={view.currency}
      back={`/b/${link}`}
      send={({ key: attempt, card, account }) =>
        call(giveCard, { link, attempt, card, account, ...(use ? { use } : {}) })
      }
      done={reload}
      keeps
      saysDecline
      label={(way) => (way === 'card' ? 'Keep this card' : 'Keep this account')}
      consent={({ way, consent }) => (use && way === 'card' ? view.consentFor[use] : consent)}
      ofCard={view.holdCard && <KeptForChoice use={use} choose={setUse} />}
    />
  );
}

/** Everything that is open, or another sum from the smallest on, where the terms take parts. */
const earlyChoices = ({ choices, outstanding, early }: ClientView): ClientView['choices'] => ({
  preset: 'due',
  all: early && early.amount < outstanding ? { amount: outstanding, discount: null } : null,
  smallest: choices.smallest,
});
