import { WallField } from '#islands/parts/WallField';
import { dayOfWall, endAfter } from '#core/calendar/typedDay';
import { changeBooking, changeView } from '#contracts/routes/bookings';
import type { ChangeView } from '#contracts/bookings/changeView';
import type { Shell } from '#contracts/bookings/views';
import { bookingState } from '#core/bookings/bookingState';
import { read } from '#islands/api';
import { BeforeAfter } from '#islands/bookings/change/BeforeAfter';
import {
  type ChangeDraft,
  draftOfDeal,
  previewOf,
  readChange,
  whatIsMissing,
} from '#islands/bookings/change/changeDraft';
import { OwnRules } from '#islands/bookings/change/OwnRules';
import { PriceLines } from '#islands/bookings/change/PriceLines';
import { PageHead } from '#islands/parts/PageHead';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useReady } from '#islands/parts/useReady';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, TextInput } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import styles from './Change.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: ChangeView };

export default function ChangePage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <WhenReady given={view} />
    </OwnerShell>
  );
}

const WhenReady = ({ given }: { readonly given: ChangeView }) =>
  useReady() ? <ChangeForm given={given} /> : <p aria-busy="true">Opening the booking…</p>;

/** A booking being changed: what is typed at the left, now and afterwards side by side at the right. */
function ChangeForm({ given }: { readonly given: ChangeView }) {
  const { now, today } = useShell();
  const { number } = given.booking;
  const { data: view } = useQuery({
    queryKey: ['change', number],
    queryFn: () => read(changeView, { number }),
    initialData: given,
  });
  const [kept, setDraft, forget] = useLocalStorage<ChangeDraft | null>({
    key: `ostendo-change-${number}`,
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  const action = useRoute(changeBooking);
  const draft = kept ?? draftOfDeal(view.deal);
  const { agreed, facts } = view.booking;
  const { currency } = agreed;
  const current = bookingState(agreed, facts, now);
  const reading = readChange(draft, view);
  const preview = reading.deal ? previewOf(view, reading.deal, { now, giveBack: draft.giveBack }) : null;
  const change = (part: Partial<ChangeDraft>): void => {
    action.clear();
    setDraft({ ...draft, ...part });
  };
  // What is unusual was said; pressed again, it is meant.
  const asked = action.problem?.code === 'change_unusual';
  const send = async (): Promise<void> => {
    if (!reading.deal) return;
    const { title, start, end, price, terms, count = 1 } = reading.deal;
    const { currency: _currency, ...priced } = price;
    const done = await action.run({
      bookingId: view.booking.id,
      requestKey: action.requestKey(),
      seen: view.seen,
      title,
      start,
      end,
      price: priced,
      terms,
      count,
      giveBack: draft.giveBack,
      sure: asked,
    });
    if (!done) return;
    forget();
    location.assign(`/bookings/${number}`);
  };
  const field = (name: 'title' | 'count') => ({
    value: draft[name],
    error: reading.faults[name],
    onChange: (event: { currentTarget: { value: string } }) => change({ [name]: event.currentTarget.value }),
  });
  return (
    <>
      <PageHead
        trail={
          <>
            <a href="/bookings">Bookings</a> / <a href={`/bookings/${number}`}>{number}</a> / change
          </>
        }
        title={
          <h1>
            {view.booking.client.name} <span>· {view.booking.title}</span>
          </h1>
        }
      >
        <Button variant="default" component="a" href={`/bookings/${number}`} onClick={() => forget()}>
          Leave it as it is
        </Button>
        <Button disabled={!preview?.ok} loading={action.busy} onClick={() => void send()}>
          {asked ? 'Change it all the same' : 'Change the booking'}
        </Button>
      </PageHead>
      <Problem problem={action.problem} currency={currency} />
      <div className={styles.columns}>
        <form onSubmit={(event) => event.preventDefault()}>
          <fieldset className={styles.fields}>
            <legend>Service</legend>
            <TextInput label="As the client reads it" maxLength={120} className={styles.whole} {...field('title')} />
            <WallField
              label="Begins"
              value={draft.start}
              error={reading.faults.start}
              onChange={(start) => change({ start, end: endAfter(draft.start, draft.end, start) ?? draft.end })}
            />
            <WallField
              label="Ends"
              from={dayOfWall(draft.start)}
              value={draft.end}
              error={reading.faults.end}
              onChange={(end) => change({ end })}
            />
            {view.counts !== 'nothing' && (
              <TextInput
                label={view.counts === 'guests' ? 'Guests' : 'Units'}
                description="Places that it takes; the price stands below"
                inputMode="numeric"
                {...field('count')}
              />
            )}
          </fieldset>
          <fieldset className={styles.fieldset}>
            <legend>Price</legend>
            <PriceLines view={view} draft={draft} read={reading} change={change} />
          </fieldset>
          <fieldset className={styles.fieldset}>
            <legend>Instalments and hold</legend>
            <OwnRules
              view={view}
              draft={draft}
              deal={reading.deal ?? view.deal}
              before={current}
              today={today}
              change={change}
            />
          </fieldset>
        </form>
        <aside className={styles.beside} aria-label="Before and after" aria-live="polite">
          {preview?.ok ? (
            <BeforeAfter
              change={preview.value}
              deals={[view.deal, reading.deal!]}
              giveBack={draft.giveBack}
              setGiveBack={(giveBack) => change({ giveBack })}
            />
          ) : preview && preview.refusal.code !== 'nothing_changed' ? (
            <Problem problem={{ code: preview.refusal.code }} currency={currency} />
          ) : (
            <p className={styles.nothing}>
              {reading.deal
                ? 'Change dates, price or instalments, and the booking stands here as it is now and as it would be: what is due, what goes back, what is held, and what the client is told.'
                : `${whatIsMissing(reading.faults)}. The change appears here when that is whole.`}
            </p>
          )}
        </aside>
      </div>
    </>
  );
}
