import type { BookingStage } from '#core/bookings/stage';
import { stageWords } from '#islands/format/stageWords';
import styles from './StageWord.module.css';

/** A stage as its mark and its word: the mark's shape tells it without colour. */
export const StageWord = ({ stage }: { readonly stage: BookingStage }) => (
  <span className={styles.word}>
    <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true" className={styles[stage]}>
      {marks[stage]}
    </svg>
    {stageWords[stage]}
  </span>
);

/** A day's course: not begun, begun, over, finished; crossed where it will not be. */
const marks: Readonly<Record<BookingStage, React.ReactNode>> = {
  enquiry: (
    <circle
      cx="7"
      cy="7"
      r="4.6"
      fill="none"
      stroke="currentColor"
      strokeWidth="2.2"
      strokeDasharray="0.6 3"
      strokeLinecap="round"
    />
  ),
  waiting: <circle cx="7" cy="7" r="5" fill="none" stroke="currentColor" strokeWidth="1.6" strokeDasharray="2.6 2.2" />,
  secured: <circle cx="7" cy="7" r="5" fill="none" stroke="currentColor" strokeWidth="1.8" />,
  inService: (
    <>
      <circle cx="7" cy="7" r="5" fill="none" stroke="currentColor" strokeWidth="1.8" />
      <path d="M7 2a5 5 0 0 1 0 10z" fill="currentColor" />
    </>
  ),
  toCloseOut: (
    <>
      <circle cx="7" cy="7" r="5.2" fill="none" stroke="currentColor" strokeWidth="1.6" />
      <circle cx="7" cy="7" r="2.3" fill="currentColor" />
    </>
  ),
  closed: <circle cx="7" cy="7" r="5.6" fill="currentColor" />,
  cancelled: <path d="M3 3l8 8M11 3l-8 8" stroke="currentColor" strokeWidth="1.8" strokeLinecap="round" />,
  lapsed: <path d="M3 7h8" stroke="currentColor" strokeWidth="1.8" strokeDasharray="2.4 2" strokeLinecap="round" />,
};
