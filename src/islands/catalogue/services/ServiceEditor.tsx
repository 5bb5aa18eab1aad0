import { saveService } from '#contracts/routes/catalogue';
import type { ServicesView } from '#contracts/catalogue/serviceViews';
import { problemSentence, fieldMessage, type SaidProblem } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { undoableSave } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { readService, type ServiceDraft } from '#islands/catalogue/services/serviceDraft';
import { BookingRulesForm } from '#islands/catalogue/services/BookingRulesForm';
import { Dates } from '#islands/catalogue/services/Dates';
import { ServiceAfter } from '#islands/catalogue/services/ServiceAfter';
import { ServiceBasics } from '#islands/catalogue/services/ServiceBasics';
import { ServiceOnPage } from '#islands/catalogue/services/ServiceOnPage';
import { ServicePrice } from '#islands/catalogue/services/ServicePrice';
import { usePaymentMethods } from '#islands/paymentMethods/usePaymentMethods';
import { WaysChoice } from '#islands/paymentMethods/WaysChoice';
import { Button, Drawer, Group, Stack, Tabs } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import styles from './Services.module.css';

const chapters = {
  what: 'What it is',
  price: 'Price',
  page: 'For clients',
  booking: 'Booking it',
  after: 'Afterwards',
} as const;
type Chapter = keyof typeof chapters;

/** Where a field of the contract is edited. */
function chapterOf(path: string): Chapter {
  const [field] = path.split('.');
  if (field === 'booking' || field === 'ways') return 'booking';
  if (field === 'usualClaims' || path.includes('.waiver')) return 'after';
  if (field === 'onPage' || field === 'included') return 'page';
  return ['unitPrice', 'basis', 'currency', 'taxCodes', 'taxMode', 'extras'].includes(field!) ? 'price' : 'what';
}

const pathsOf = (problem: SaidProblem | null): string[] =>
  problem ? [...(problem.issues ?? []).map(({ path }) => path), ...(problem.path ? [problem.path] : [])] : [];

type Props = {
  readonly view: ServicesView;
  readonly given: ServiceDraft;
  readonly close: () => void;
};

/** A service whole, beside the list. What is typed stays over a reload until it is saved or put back. */
export function ServiceEditor({ view, given, close }: Props) {
  const [draft, setDraft, forget] = useLocalStorage<ServiceDraft>({
    key: `ostendo-service-${given.id ?? 'new'}`,
    defaultValue: given,
    getInitialValueInEffect: false,
  });
  const accounts = usePaymentMethods();
  const [asked, setAsked] = useState(false);
  const [chapter, setChapter] = useState<Chapter>('what');
  const action = useRoute(saveService);
  const { faults, body } = readService(draft);
  const { currency } = draft;
  const change = (part: Partial<ServiceDraft>): void => {
    action.clear();
    setDraft({ ...draft, ...part });
  };
  const error = (path: string): string | undefined =>
    (asked ? faults[path] : undefined) ?? fieldMessage(action.problem, path, currency) ?? undefined;
  const wrongAt = [...(asked ? Object.keys(faults) : []), ...pathsOf(action.problem)];
  const wrongIn = (each: Chapter): boolean => wrongAt.some((path) => chapterOf(path) === each);
  const save = async (): Promise<void> => {
    setAsked(true);
    const [first] = Object.keys(faults);
    if (!body) return setChapter(chapterOf(first!));
    const answer = await action.tryIt({ ...body, requestKey: action.requestKey() });
    if (!answer?.ok) {
      const [at] = pathsOf(answer?.problem ?? null);
      return at === undefined ? undefined : setChapter(chapterOf(at));
    }
    forget();
    const says = `“${draft.name}” is saved.`;
    const before = given.id === null ? null : readService(given).body;
    if (before)
      undoableSave(`service ${given.id}`, says, () => action.tryIt({ ...before, requestKey: action.requestKey() }));
    else notifications.show({ message: says });
    close();
  };
  const putBack = (): void => {
    forget();
    close();
  };
  return (
    <Drawer opened onClose={close} position="right" size="lg" title={given.id ? given.name : 'New service'}>
      <Tabs value={chapter} onChange={(next) => setChapter(next as Chapter)} keepMounted={false}>
        <Tabs.List mb="md" className={styles.chapters}>
          {(Object.keys(chapters) as Chapter[]).map((each) => (
            <Tabs.Tab key={each} value={each} data-wrong={wrongIn(each) || undefined}>
              {chapters[each]}
              {wrongIn(each) && <span className="visually-hidden">, to be looked at</span>}
            </Tabs.Tab>
          ))}
        </Tabs.List>
      </Tabs>
      <Stack>
        {chapter === 'what' && <ServiceBasics view={view} draft={draft} change={change} error={error} />}
        {chapter === 'price' && <ServicePrice view={view} draft={draft} change={change} error={error} />}
        {chapter === 'page' && <ServiceOnPage draft={draft} change={change} error={error} />}
        {chapter === 'after' && <ServiceAfter draft={draft} change={change} error={error} />}
        {chapter === 'booking' && (
          <>
            <BookingRulesForm
              view={view}
              kind={draft.kind}
              rules={draft.booking}
              set={(booking) => change({ booking })}
              error={error}
            />
            {draft.id && draft.booking?.when.kind === 'dates' && <Dates view={view} serviceId={draft.id} />}
            <WaysChoice
              value={draft.ways}
              set={(ways) => change({ ways })}
              accounts={(accounts?.accounts ?? []).filter((account) => account.currency === currency)}
              label="Ways to pay, of those that all clients are shown"
              otherwise="the usual account"
            />
          </>
        )}
        {action.problem && !action.problem.path && <Problem problem={action.problem} currency={currency} />}
        {asked && !body && (
          <p className={styles.fault} role="alert">
            {problemSentence({ code: 'invalid_input' }, currency)} Look at the fields in red.
          </p>
        )}
        <Group justify="space-between" className={styles.keep}>
          <Button variant="subtle" color="red" onClick={putBack}>
            Put back
          </Button>
          <Button loading={action.busy} onClick={() => void save()}>
            Save
          </Button>
        </Group>
      </Stack>
    </Drawer>
  );
}
