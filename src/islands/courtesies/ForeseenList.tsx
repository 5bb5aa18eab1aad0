import type { Foreseen } from '#contracts/claims/afterViews';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import styles from '../After/After.module.css';

/** What a decision would do to the client's money, to documents and to the books, before it is taken. */
export function ForeseenList({ seen, currency }: { readonly seen: Foreseen; readonly currency: string }) {
  return (
    <div className={styles.foreseen}>
      {seen.refunds.map(({ amount, how }) => (
        <p key={how}>
          <b className="num">{formatMoney(amount, currency)}</b> goes back {how}
        </p>
      ))}
      {seen.documents.map(({ what, amount }, index) => (
        <p key={index}>
          {what} follows{amount !== null && `, over ${formatMoney(amount, currency)}`}
        </p>
      ))}
      <details>
        <summary>What the books say</summary>
        <table>
          <tbody>
            {seen.entries.flatMap(({ description, lines }, entry) => [
              <tr key={`e${entry}`}>
                <th colSpan={3}>{description}</th>
              </tr>,
              ...lines.map(({ account, amount }, line) => (
                <tr key={`${entry}.${line}`}>
                  <td>{account}</td>
                  <td className="num">{amount > 0 ? formatAmount(amount, currency) : ''}</td>
                  <td className="num">{amount < 0 ? formatAmount(minor(0 - amount), currency) : ''}</td>
                </tr>
              )),
            ])}
          </tbody>
        </table>
      </details>
    </div>
  );
}
