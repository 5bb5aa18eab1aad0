import { saveBegun } from '#contracts/routes/settings';
import type { TodayView } from '#contracts/bookings/views';
import { stepWords } from '#islands/settings/firstHour/stepWords';
import { useRoute } from '#islands/parts/useRoute';
import { Button } from '@mantine/core';
import styles from './TodayPage.module.css';

/** What is missing of the first hour, until it is done or sent away. */
export function StillToBegin({ begin }: Pick<TodayView, 'begin'>) {
  const save = useRoute(saveBegun);
  const [next] = begin;
  if (!next) return null;
  return (
    <section className={styles.begin} aria-label="Still to begin">
      <div>
        <h2>{begin.length === 5 ? 'Five steps to your first booking' : 'Still to do, to begin'}</h2>
        <ol>
          {begin.map((step) => (
            <li key={step}>
              <a href={`/begin?step=${step}`}>{stepWords[step].title}</a>
            </li>
          ))}
        </ol>
      </div>
      <Button component="a" href={`/begin?step=${next}`}>
        {begin.length === 5 ? 'Begin' : 'Go on'}
      </Button>
      <Button variant="subtle" color="gray" loading={save.busy} onClick={() => void save.attempt({ over: true })}>
        Send this list away
      </Button>
    </section>
  );
}
