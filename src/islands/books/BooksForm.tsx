import type { BooksSettingsView } from '#contracts/books/views';
import { saveAccounts, saveBooks } from '#contracts/routes/books';
import { claimKinds } from '#core/claims/said';
import { type AccountNames, usualAccountName } from '#core/books/accountNames';
import {
  type Books,
  type ClaimTax,
  type KeptTax,
  type TaxMoment,
  taxMomentFrom,
  taxMomentOn,
  taxMoments,
} from '#core/books/books';
import { lawNotes } from '#core/books/law';
import { isPlainDate, type PlainDate } from '#core/calendar/days';
import { claimKindWords, taxMomentWords } from '#core/wording/booksWords';
import { countryName } from '#islands/format/countries';
import { DayField } from '#islands/parts/DayField';
import { Problem } from '#islands/parts/Problem';
import { useSetting } from '#islands/parts/useSetting';
import { useShell } from '#islands/shell/useShell';
import { Button, Group, NativeSelect, Radio, Stack, TextInput } from '@mantine/core';
import styles from '../settings/SetUp.module.css';

/** When tax is due, what tax is within kept sums and claims, what accounts are called, and what the law wants besides. */
export function BooksForm({ given }: { readonly given: BooksSettingsView }) {
  return (
    <Stack gap="xl">
      <TaxForm given={given} />
      <AccountsForm given={given.accountNames} accounts={given.accounts} />
      <Law country={given.country} />
    </Stack>
  );
}

const valueOf = (tax: KeptTax): string => (tax.kind === 'code' ? `code ${tax.code}` : tax.kind);
function taxOf(value: string): KeptTax {
  if (value.startsWith('code ')) return { kind: 'code', code: value.slice('code '.length) };
  return value === 'price' ? { kind: 'price' } : { kind: 'none' };
}

function TaxForm({ given }: { readonly given: BooksSettingsView }) {
  const { today, business } = useShell();
  const { value, set, keep, busy, problem } = useSetting(saveBooks, given.books, (books) => ({ books }));
  const last = value.taxAt.at(-1);
  const at = last?.at ?? 'delivery';
  const now = taxMomentOn(value, today);
  const coming = last !== undefined && (!isPlainDate(last.from) || last.from >= today) ? last : null;
  const wrong = coming !== null && !(isPlainDate(coming.from) && coming.from >= today);
  const codes = given.taxes.map(({ code, label, rate }) => ({ value: `code ${code}`, label: `${label} ${rate} %` }));
  const none = { value: 'none', label: 'no tax' };
  const change = (part: Partial<Books>): void => set({ ...value, ...part });
  const choose = (next: TaxMoment): void => {
    const { taxAt } = given.books;
    const same = next === (taxAt.at(-1)?.at ?? 'delivery');
    change({ taxAt: same ? taxAt : taxMomentFrom(given.books, today, next) });
  };
  const from = (day: string): void => {
    if (coming) change({ taxAt: [...value.taxAt.slice(0, -1), { from: day as PlainDate, at: coming.at }] });
  };
  return (
    <section aria-label="Tax">
      <h2>Tax</h2>
      <Stack gap="md" maw={620}>
        <Radio.Group
          label="Tax on money that comes before the service becomes payable"
          value={at}
          onChange={(next) => choose(next as TaxMoment)}
        >
          <Stack gap={6} mt={6}>
            {taxMoments.map((each) => (
              <Radio key={each} value={each} label={taxMomentWords[each]} />
            ))}
          </Stack>
        </Radio.Group>
        {coming && (
          <DayField
            label="From this day on"
            description={
              at === now ? 'What came before it stays as it was booked.' : `Until then ${taxMomentWords[now]}.`
            }
            value={coming.from}
            error={wrong ? 'a day, not before today' : null}
            onChange={from}
          />
        )}
        <Group grow align="flex-start">
          <NativeSelect
            label="In what a cancellation keeps there is"
            value={valueOf(value.kept.cancelled)}
            onChange={(event) => change({ kept: { ...value.kept, cancelled: taxOf(event.currentTarget.value) } })}
            data={[none, { value: 'price', label: 'tax as in the price' }, ...codes]}
          />
          <NativeSelect
            label="In a price that is kept as nobody came"
            value={valueOf(value.kept.noShow)}
            onChange={(event) => change({ kept: { ...value.kept, noShow: taxOf(event.currentTarget.value) } })}
            data={[none, { value: 'price', label: 'tax as in the price' }, ...codes]}
          />
        </Group>
        <fieldset className={styles.claimTaxes}>
          <legend>Tax within what is claimed for</legend>
          <Group grow align="flex-start">
            {claimKinds.map((kind) => (
              <NativeSelect
                key={kind}
                label={claimKindWords[kind]}
                value={valueOf(value.claims[kind])}
                onChange={(event) =>
                  change({ claims: { ...value.claims, [kind]: taxOf(event.currentTarget.value) as ClaimTax } })
                }
                data={[none, ...codes]}
              />
            ))}
          </Group>
        </fieldset>
        <NativeSelect
          label="Tips are"
          value={value.tips}
          onChange={(event) => change({ tips: event.currentTarget.value as Books['tips'] })}
          data={[
            { value: 'business', label: 'the business’s income' },
            { value: 'staff', label: 'the staff’s, and owed to them' },
          ]}
        />
        <Problem problem={problem} currency={business.currency} />
        <Button w="fit-content" loading={busy} disabled={wrong} onClick={() => void keep()}>
          Keep
        </Button>
      </Stack>
    </section>
  );
}

function AccountsForm({ given, accounts }: { readonly given: AccountNames; readonly accounts: readonly string[] }) {
  const { business } = useShell();
  const { value, set, keep, busy, problem } = useSetting(saveAccounts, given, (names) => ({
    accountNames: Object.fromEntries(
      Object.entries(names).flatMap(([account, own]) => (own && (own.number || own.name) ? [[account, own]] : [])),
    ),
  }));
  const change = (account: string, part: { number?: string; name?: string }): void =>
    set({ ...value, [account]: { number: '', name: '', ...value[account], ...part } });
  return (
    <section aria-label="Accounts">
      <h2>Accounts</h2>
      <p className={styles.lead}>
        Your own numbers and names, as your accountant has them. Nothing that is booked changes.
      </p>
      <table className={styles.accounts}>
        <thead>
          <tr>
            <th scope="col">Account</th>
            <th scope="col">Number</th>
            <th scope="col">Name</th>
          </tr>
        </thead>
        <tbody>
          {accounts.map((account) => (
            <tr key={account}>
              <th scope="row">
                {usualAccountName(account)} <span>{account.slice(0, account.indexOf(':'))}</span>
              </th>
              <td>
                <TextInput
                  aria-label={`Number of ${usualAccountName(account)}`}
                  size="xs"
                  maxLength={20}
                  value={value[account]?.number ?? ''}
                  onChange={(event) => change(account, { number: event.currentTarget.value })}
                />
              </td>
              <td>
                <TextInput
                  aria-label={`Name of ${usualAccountName(account)}`}
                  size="xs"
                  maxLength={60}
                  placeholder={usualAccountName(account)}
                  value={value[account]?.name ?? ''}
                  onChange={(event) => change(account, { name: event.currentTarget.value })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Problem problem={problem} currency={business.currency} />
      <Button w="fit-content" mt="md" loading={busy} onClick={() => void keep()}>
        Keep names
      </Button>
    </section>
  );
}

function Law({ country }: { readonly country: string }) {
  const notes = lawNotes(country);
  return (
    <section aria-label="What the law wants besides">
      <h2>What the law wants besides</h2>
      {country === '' ? (
        <p className={styles.lead}>
          Say where the business is, and what is known of that country stands here:{' '}
          <a href="/set-up/business">The business</a>
        </p>
      ) : notes.length === 0 ? (
        <p className={styles.lead}>
          Nothing is known here of {countryName(country)}. Ask your accountant whether a certified till or program, or a
          report of invoices, is wanted there: Ostendo does none of these.
        </p>
      ) : (
        <ul className={styles.law}>
          {notes.map(({ says, who }) => (
            <li key={says}>
              <b>
                {countryName(country)}: {says}
              </b>
              <span>{who}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
