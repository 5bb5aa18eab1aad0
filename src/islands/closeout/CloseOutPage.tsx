import { closeOuts, releaseMany } from '#contracts/routes/closeout';
import type { CloseOutView, Shell } from '#contracts/bookings/views';
import { formatAmount, formatCount } from '#core/money/formatMoney';
import { read } from '#islands/api';
import { nothingClaimed } from '#islands/closeout/nothingClaimed';
import { CloseOutRow } from '#islands/closeout/CloseOutRow';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Problem } from '#islands/parts/Problem';
import { useDelayed } from '#islands/parts/useDelayed';
import { useRoute } from '#islands/parts/useRoute';
import { useRowKeys } from '#islands/parts/useRowKeys';
import { Button, Checkbox } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { sum } from '#core/money/minor';
import { countOf } from '#islands/closeout/countOf';
import { lazyComponent } from '#islands/parts/lazyComponent';
import styles from './CloseOut.module.css';

const ClaimForm = lazyComponent(() => import('#islands/closeout/ClaimForm').then((part) => part.ClaimForm));
const HeardClaims = lazyComponent(() => import('#islands/closeout/HeardClaims').then((part) => part.HeardClaims));

type Props = { readonly shell: Shell; readonly path: string; readonly view: CloseOutView };

export default function CloseOutPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <CloseOuts given={view} />
    </OwnerShell>
  );
}

/** So many are drawn at once. */
const step = 100;

/** The queue after the service: X chooses, R releases what is chosen, Enter opens the claims of one. */
function CloseOuts({ given }: { readonly given: CloseOutView }) {
  const { business } = useShell();
  const { data: view } = useQuery({
    queryKey: ['closeOuts'],
    queryFn: () => read(closeOuts, {}),
    initialData: given,
  });
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [opened, setOpened] = useState<string | null>(null);
  const release = useRoute(releaseMany);
  const { queue } = view;
  useEffect(() => {
    const number = location.hash.slice(1);
    const wanted = given.queue.find((line) => line.number === number);
    if (!wanted) return;
    setOpened(wanted.id);
    setDrawn((before) => Math.max(before, given.queue.indexOf(wanted) + 1));
  }, [given.queue]);
  const [drawn, setDrawn] = useState(step);
  const list = useRowKeys(drawn + 1);
  const toggle = (id: string): void =>
    setChosen((before) => {
      const line = queue.find((each) => each.id === id);
      if (line && !nothingClaimed(line)) return before;
      const after = new Set(before);
      if (!after.delete(id)) after.add(id);
      return after;
    });
  const free = queue.filter(nothingClaimed);
  const selected = free.filter((line) => chosen.has(line.id));
  const held = sum(selected.filter((line) => line.currency === business.currency).map((line) => line.held));
  const chooseAll = (all: boolean): void => setChosen(all ? new Set(free.map((line) => line.id)) : new Set());
  const delayed = useDelayed('close-outs');
  const releaseChosen = (): void => {
    if (delayed.waits) return delayed.now();
    if (selected.length === 0) return;
    if (selected.length === 1) return void releaseNow();
    delayed.begin(
      `${countOf(selected.length, 'booking')} will be closed with nothing claimed.`,
      () => void releaseNow(),
    );
  };
  const releaseNow = async (): Promise<void> => {
    const done = await release.run({ bookingIds: selected.map((line) => line.id) });
    if (!done) return;
    setChosen(new Set(done.refused.map(({ id }) => id)));
    notifications.show({ message: `${countOf(done.closed.length, 'booking')} closed with nothing claimed.` });
    if (done.refused.length > 0)
      notifications.show({
        color: 'red',
        message: `${countOf(done.refused.length, 'booking')} could not be closed; still chosen below.`,
      });
  };
  const focused = (): string | undefined => document.activeElement?.closest('li')?.dataset.booking;
  useHotkeys([
    [
      'x',
      () => {
        const id = focused();
        if (id) toggle(id);
      },
    ],
    ['a', () => chooseAll(selected.length < free.length)],
    ['r', releaseChosen],
    ['Escape', () => setOpened(null)],
  ]);
  return (
    <>
      <div className={styles.head}>
        <h1>Close-out</h1>
        <span className={styles.keys}>
          <kbd>J</kbd>
          <kbd>K</kbd> move <kbd>X</kbd> choose <kbd>A</kbd> all <kbd>R</kbd> release chosen <kbd>Enter</kbd> claim
        </span>
      </div>
      {queue.length === 0 ? (
        <div className={styles.empty}>
          <p>Nothing waits for its close-out.</p>
          <p>A booking comes here the moment that its service ends.</p>
        </div>
      ) : (
        <>
          <div className={styles.bar}>
            <Checkbox
              label={view.waiting > queue.length ? `Choose these ${formatCount(queue.length)}` : 'Choose all'}
              checked={free.length > 0 && selected.length === free.length}
              indeterminate={selected.length > 0 && selected.length < free.length}
              onChange={(event) => chooseAll(event.currentTarget.checked)}
            />
            <Button disabled={selected.length === 0} loading={release.busy} onClick={releaseChosen}>
              {delayed.waits
                ? 'Close them now'
                : selected.length === 0
                  ? 'Nothing to claim: release'
                  : `Nothing to claim: close ${selected.length}, release ${formatAmount(held, business.currency)}`}
            </Button>
          </div>
          <Problem problem={release.problem} currency={business.currency} />
          {view.waiting > queue.length && (
            <p className={styles.more} role="status">
              The {formatCount(queue.length)} to decide first, of {formatCount(view.waiting)}; the others come as these
              are closed.
            </p>
          )}
          <ol className={styles.list} ref={list}>
            {queue.slice(0, drawn).map((line) => (
              <li
                key={line.id}
                data-booking={line.id}
                id={line.number}
                data-waits={(delayed.waits && chosen.has(line.id)) || undefined}
                className={opened === line.id ? styles.openRow : undefined}
              >
                <CloseOutRow
                  line={line}
                  chosen={chosen.has(line.id)}
                  toggle={() => toggle(line.id)}
                  opened={opened === line.id}
                  open={() => setOpened(opened === line.id ? null : line.id)}
                />
                {opened === line.id &&
                  (line.claims || line.notBack ? (
                    <HeardClaims number={line.number} done={() => setOpened(null)} />
                  ) : (
                    <ClaimForm line={line} done={() => setOpened(null)} />
                  ))}
              </li>
            ))}
            {queue.length > drawn && (
              <li>
                <Button variant="default" fullWidth data-row-action onClick={() => setDrawn(drawn + step)}>
                  Show {formatCount(queue.length - drawn < step ? queue.length - drawn : step)} more
                </Button>
              </li>
            )}
          </ol>
        </>
      )}
    </>
  );
}
