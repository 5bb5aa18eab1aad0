import type { GiveBill, GivenBill } from '#contracts/clients/clients';
import { giveBill } from '#contracts/routes/clientPage';
import type { CodeOf } from '#contracts/routes/route';
import { isEmailAddress } from '#core/emailAddress';
import { call } from '#islands/api';
import { TextField } from '#islands/checkout/TextField';
import { countryChoices } from '#islands/format/countries';
import { harmless, type Sentences, sayWith } from '#islands/format/say';
import { MainButton } from '#islands/payments/MainButton';
import { useState } from 'react';
import book from '#islands/checkout/Book.module.css';
import styles from './Bill.module.css';

const nothing: GivenBill = {
  company: '',
  street: '',
  postcode: '',
  city: '',
  country: '',
  taxNumber: '',
  billTo: null,
};
const sentences: Sentences<CodeOf<typeof giveBill>> = {
  link_unknown: 'This link is no longer valid. Ask for a new one.',
  link_expired: 'This link has expired. Ask for a new one.',
  tax_number_wrong: 'This is not the form of a tax number of that country.',
};
const say = sayWith(sentences, harmless('Nothing was changed', 'Try again in a moment'));

type Props = {
  readonly of: GiveBill['of'];
  readonly link: string;
  readonly bill: GivenBill | null;
  readonly done: (kept: GivenBill) => void;
};

/** Company, address, tax number, and who gets the bills; it holds for what the page is about. */
export function BillForm({ of, link, bill, done }: Props) {
  const [typed, setTyped] = useState(bill ?? nothing);
  const [problem, setProblem] = useState<string | null>(null);
  const [tried, setTried] = useState(false);
  const [busy, setBusy] = useState(false);
  const set = (part: Partial<GivenBill>): void => {
    setProblem(null);
    setTyped({ ...typed, ...part });
  };
  const to = typed.billTo;
  const wrong = tried && to !== null && !isEmailAddress(to.email.trim()) ? 'An e-mail address.' : null;
  const wrongName = tried && to !== null && to.name.trim() === '' ? 'A name.' : null;
  const keep = async (): Promise<void> => {
    setTried(true);
    if (busy || (to !== null && (!isEmailAddress(to.email.trim()) || to.name.trim() === ''))) return;
    setBusy(true);
    const answer = await call(giveBill, { of, key: link, bill: typed });
    setBusy(false);
    if (answer.ok) done(typed);
    else setProblem(say(answer.problem));
  };
  const field = (
    name: 'company' | 'street' | 'postcode' | 'city' | 'taxNumber',
    label: string,
    autoComplete = 'off',
  ) => (
    <TextField
      label={label}
      value={typed[name]}
      wrong={null}
      maxLength={120}
      autoComplete={autoComplete}
      set={(value) => set({ [name]: value })}
    />
  );
  return (
    <div className={styles.form}>
      {field('company', 'Company', 'organization')}
      {field('street', 'Street and number', 'street-address')}
      <div className={styles.two}>
        {field('postcode', 'Postcode', 'postal-code')}
        {field('city', 'Place', 'address-level2')}
      </div>
      <label className={book.field}>
        Country
        <select
          aria-label="Country"
          value={typed.country}
          autoComplete="country"
          onChange={(event) => set({ country: event.target.value })}
        >
          {countryChoices.map(({ value, label }) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
      </label>
      {field('taxNumber', 'Tax number, with its country')}
      <label className={styles.check}>
        <input
          type="checkbox"
          checked={to !== null}
          onChange={(event) => set({ billTo: event.target.checked ? { name: '', email: '' } : null })}
        />
        Somebody else gets the invoices
      </label>
      {to && (
        <>
          <TextField
            label="Their name"
            maxLength={120}
            value={to.name}
            wrong={wrongName}
            set={(name) => set({ billTo: { ...to, name } })}
          />
          <TextField
            label="Their e-mail address"
            type="email"
            maxLength={120}
            value={to.email}
            wrong={wrong}
            set={(email) => set({ billTo: { ...to, email } })}
          />
        </>
      )}
      <MainButton busy={busy} problem={problem} press={() => void keep()}>
        Keep this for the invoice
      </MainButton>
    </div>
  );
}
