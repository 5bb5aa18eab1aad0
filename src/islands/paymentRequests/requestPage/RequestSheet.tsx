import type { RequestRow } from '#core/wording/requestWords';
import styles from './RequestSheet.module.css';

type Props = {
  readonly rows: readonly RequestRow[];
  readonly reference: string;
  readonly terms: string;
  readonly attachments: readonly { readonly file: string; readonly name: string }[];
};

/** What is asked for, as its payer reads it: lines with taxes, reference, terms and papers. */
export const RequestSheet = ({ rows, reference, terms, attachments }: Props) => (
  <>
    {rows.length > 0 && (
      <table className={styles.lines}>
        <tbody>
          {rows.map(({ kind, what, how, amount }, index) => (
            <tr key={index} data-kind={kind}>
              <th scope="row">
                {what}
                {how && <span>{how}</span>}
              </th>
              <td className="num">{amount}</td>
            </tr>
          ))}
        </tbody>
      </table>
    )}
    {reference !== '' && <p className={styles.about}>Your reference: {reference}</p>}
    {terms !== '' && <p className={styles.terms}>{terms}</p>}
    {attachments.length > 0 && (
      <ul className={styles.papers}>
        {attachments.map(({ file, name }) => (
          <li key={file}>
            <a href={`/f/${file}`}>{name}</a>
          </li>
        ))}
      </ul>
    )}
  </>
);
