import type { TillView } from '#contracts/books/views';
import { countTill, tillView } from '#contracts/routes/books';
import type { Shell } from '#contracts/bookings/views';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { minor, zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { longDate, shortMoment } from '#core/wording/days';
import { read } from '#islands/api';
import { JournalHead } from '#islands/books/JournalHead';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, Modal, NativeSelect, Stack, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQuery } from '@tanstack/react-query';
import { type SubmitEvent, useState } from 'react';
import styles from './Journal.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: TillView };

export default function TillPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Till given={view} />
    </OwnerShell>
  );
}

/** How a count came out, as it is said. */
const countedWords = (difference: Minor, currency: string): string => {
  if (difference === 0) return 'as the books say';
  return difference > 0
    ? `${formatMoney(difference, currency)} over`
    : `${formatMoney(minor(0 - difference), currency)} short`;
};

function Till({ given }: { readonly given: TillView }) {
  const { today, zone } = useShell();
  const [counting, setCounting] = useState(false);
  const { data } = useQuery({ queryKey: ['till'], queryFn: () => read(tillView, {}), initialData: given });
  return (
    <>
      <JournalHead face="/journal/till" sub="Cash by day. What a count finds over or short is booked as that.">
        <Button onClick={() => setCounting(true)}>Count the till</Button>
      </JournalHead>
      {data.tills.length === 0 && <p className={styles.none}>No cash has come yet.</p>}
      {data.tills.map(({ currency, balance, days }) => (
        <section key={currency} className={styles.report}>
          <h2>{formatMoney(balance, currency)} by the books</h2>
          <table className={styles.balances}>
            <caption className="visually-hidden">Cash by day, {currency}</caption>
            <thead>
              <tr>
                <th scope="col">Day</th>
                <th scope="col">Came</th>
                <th scope="col">Went</th>
                <th scope="col">At its end</th>
                <th scope="col">Counted</th>
              </tr>
            </thead>
            <tbody>
              {days.map(({ day, came, went, balance: after, counted }) => (
                <tr key={day}>
                  <td>{longDate(day, today)}</td>
                  <td className="num">{came === 0 ? '–' : formatAmount(came, currency)}</td>
                  <td className="num">{went === 0 ? '–' : formatAmount(went, currency)}</td>
                  <td className="num">{formatAmount(after, currency)}</td>
                  <td>
                    {counted.map((count) => (
                      <div key={count.at} className={count.difference < 0 ? 't-late' : undefined}>
                        {shortMoment(count.at, zone, today)}: {countedWords(count.difference, currency)}
                      </div>
                    ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      {counting && <CountDialog view={data} close={() => setCounting(false)} />}
    </>
  );
}

/** What is there; how it differs from the books is said before it is booked. */
function CountDialog({ view, close }: { readonly view: TillView; readonly close: () => void }) {
  const { business } = useShell();
  const action = useRoute(countTill);
  const [currency, setCurrency] = useState(view.tills[0]?.currency ?? business.currency);
  const [typed, setTyped] = useState('');
  const [note, setNote] = useState('');
  const [asked, setAsked] = useState(false);
  const counted = parseAmount(typed, currency);
  const expected = view.tills.find((till) => till.currency === currency)?.balance ?? zero;
  const send = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    setAsked(true);
    if (counted === null) return;
    const made = await action.run({ requestKey: action.requestKey(), currency, counted, note });
    if (!made) return;
    notifications.show({ message: `Counted: ${countedWords(made.difference, currency)}.` });
    close();
  };
  return (
    <Modal opened onClose={close} title="Count the till" centered>
      <form noValidate onSubmit={(event) => void send(event)}>
        <Stack>
          {view.tills.length > 1 && (
            <NativeSelect
              label="Currency"
              value={currency}
              onChange={(event) => setCurrency(event.currentTarget.value)}
              data={view.tills.map((till) => till.currency)}
            />
          )}
          <TextInput
            label={`What is there, ${currency}`}
            inputMode="decimal"
            data-autofocus
            value={typed}
            error={asked && counted === null ? 'a sum, such as 120.50' : null}
            onChange={(event) => setTyped(event.currentTarget.value)}
          />
          <TextInput
            label="Note"
            value={note}
            maxLength={120}
            onChange={(event) => setNote(event.currentTarget.value)}
          />
          <p style={{ margin: 0 }} aria-live="polite">
            The books say {formatMoney(expected, currency)}
            {counted === null ? '.' : `: ${countedWords(minor(counted - expected), currency)}.`}
          </p>
          <Problem problem={action.problem} currency={currency} />
          <DialogButtons>
            <Button variant="default" onClick={close}>
              Not now
            </Button>
            <Button type="submit" loading={action.busy}>
              Book it
            </Button>
          </DialogButtons>
        </Stack>
      </form>
    </Modal>
  );
}
