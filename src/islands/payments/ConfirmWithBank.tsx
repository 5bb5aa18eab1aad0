import styles from '#islands/payments/Pay.module.css';

/** Where the client's bank wants a confirmation, and leads back to this page. */
export const ConfirmWithBank = ({ url, back }: { readonly url: string; readonly back: string }) => (
  <a className={styles.button} href={`${url}?back=${encodeURIComponent(back)}`}>
    Confirm with your bank
  </a>
);
