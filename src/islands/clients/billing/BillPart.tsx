import type { GiveBill, GivenBill } from '#contracts/clients/clients';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { useState } from 'react';
import styles from '#islands/clientPage/ClientPage.module.css';

/** Fetched when somebody asks for it: most never do. */
const BillForm = lazyComponent(() => import('#islands/clients/billing/BillForm').then((part) => part.BillForm));

type Props = { readonly of: GiveBill['of']; readonly link: string; readonly bill: GivenBill | null };

/** For whom invoices are: what was said, and a place to say it. */
export function BillPart({ of, link, bill: given }: Props) {
  const [bill, setBill] = useState(given);
  const [open, setOpen] = useState(false);
  const said = [bill?.company, bill?.street, bill?.city, bill?.taxNumber].filter(Boolean).join(', ');
  return (
    <details className={styles.more} open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>{said === '' ? 'An invoice for a company?' : `Invoices for ${said}`}</summary>
      {open && (
        <BillForm
          of={of}
          link={link}
          bill={bill}
          done={(kept) => {
            setBill(kept);
            setOpen(false);
          }}
        />
      )}
    </details>
  );
}
