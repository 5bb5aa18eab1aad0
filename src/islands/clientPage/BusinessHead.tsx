import type { BusinessFace } from '#contracts/quotes/views';
import styles from '#islands/clientPage/ClientPage.module.css';

/** Who it is from: the business's own mark, or its letters. */
export const BusinessHead = ({ business }: { readonly business: BusinessFace }) => (
  <header className={styles.head}>
    {business.logo ? (
      <img className={styles.mark} src={`/f/${business.logo}`} alt="" width="38" height="38" />
    ) : (
      <span className={styles.logo} aria-hidden="true" style={business.colour ? { background: business.colour } : {}}>
        {business.name
          .split(/\s+/)
          .map((word) => word[0])
          .join('')
          .slice(0, 2)}
      </span>
    )}
    <div>
      <b>{business.name}</b>
      <span>
        {business.line && `${business.line} · `}reply to {business.email}
      </span>
    </div>
  </header>
);

/** The business's colour on buttons; its ink is white, which the colour was checked for. */
export const faceStyle = ({ colour }: Pick<BusinessFace, 'colour'>): React.CSSProperties =>
  colour ? ({ '--face': colour, '--face-ink': '#ffffff' } as React.CSSProperties) : {};
