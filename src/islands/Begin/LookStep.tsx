import type { StepProps } from '#islands/Begin/stepProps';
import { BusinessForm } from '#islands/SetUp/BusinessForm';
import { Button } from '@mantine/core';
import styles from './Begin.module.css';

/** The same form as in Set-up; the phone beside it shows what was kept. */
export function LookStep({ view, done, changed }: StepProps) {
  return (
    <>
      <div className={styles.look}>
        <BusinessForm given={view.face} kept={changed} />
      </div>
      <Button onClick={done}>Go on</Button>
    </>
  );
}
