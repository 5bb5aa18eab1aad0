import type { StepProps } from '#islands/settings/firstHour/stepProps';
import { BusinessForm } from '#islands/settings/BusinessForm';
import styles from './Begin.module.css';

/** The same form as in Set-up; the phone beside it shows what was kept. */
export const LookStep = ({ view, done }: StepProps) => (
  <div className={styles.look}>
    <BusinessForm given={view.face} then={{ label: 'Keep, and go on', go: done }} />
  </div>
);
