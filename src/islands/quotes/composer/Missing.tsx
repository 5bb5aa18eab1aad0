import type { Gap, QuoteWarning } from '#core/quotes/readDraft';
import { gapSentence, quoteWarningSentence } from '#core/wording/quoteWords';
import { placeId } from '#islands/quotes/composer/composing';
import styles from './Compose.module.css';

type Props = { readonly gaps: readonly Gap[]; readonly warnings: readonly QuoteWarning[] };

/** Goes to the place of a gap: the field itself, or what holds it. */
export function goToGap(path: string): void {
  const parts = path.split('.');
  for (let length = parts.length; length > 0; length--) {
    const place = document.getElementById(placeId(parts.slice(0, length).join('.')));
    if (!place) continue;
    place.scrollIntoView({ block: 'center' });
    place.focus({ preventScroll: true });
    return;
  }
}

/** What keeps the quote from going out, each leading to its place; then what may surprise. */
export function Missing({ gaps, warnings }: Props) {
  return (
    <section className={styles.missing} aria-label="What is missing">
      {gaps.length === 0 ? (
        <p className={styles.complete}>Nothing is missing.</p>
      ) : (
        <>
          <p>
            <b>{gaps.length === 1 ? 'One thing is missing' : `${gaps.length} things are missing`}</b>
          </p>
          <ul>
            {gaps.map((gap, index) => (
              <li key={index}>
                <button type="button" onClick={() => goToGap(gap.path)}>
                  {gapSentence(gap)}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      {warnings.length > 0 && (
        <ul className={styles.warnings}>
          {warnings.map((warning) => (
            <li key={warning.kind}>{quoteWarningSentence(warning)}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
