import type { ClientView } from '#contracts/clientPage/views';
import styles from '#islands/clientPage/Own.module.css';

/** What the client may take along. */
export const Papers = ({ link, view }: { readonly link: string; readonly view: ClientView }) => (
  <ul className={styles.papers}>
    <li>
      <a href={`/b/${link}/calendar.ics`}>The days for your calendar</a>
    </li>
    {view.signed && (
      <li>
        <a href={`/b/${link}/agreement.pdf`}>What you signed</a>
      </li>
    )}
    {view.papers.map(({ number, what }) => (
      <li key={number}>
        <a href={`/b/${link}/documents/${number}.pdf`}>
          {what} {number}
        </a>
      </li>
    ))}
  </ul>
);
