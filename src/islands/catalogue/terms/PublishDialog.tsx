import { DialogButtons } from '#islands/parts/DialogButtons';
import { publishTerms } from '#contracts/routes/catalogue';
import type { TermsLine } from '#contracts/catalogue/termsViews';
import type { Terms } from '#core/terms/terms';
import { termsSentences } from '#core/wording/ruleSegments';
import { type ApiProblem } from '#islands/api';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, Stack } from '@mantine/core';
import styles from './Terms.module.css';

type Props = {
  readonly terms: TermsLine | null;
  readonly name: string;
  readonly base: number;
  readonly rules: Terms;
  readonly currency: string;
  readonly close: () => void;
  readonly published: (termsId: string, version: number) => void;
  /** Begins again from what somebody else published. */
  readonly takeTheirs: (rules: Terms, name: string, version: number) => void;
  readonly keepMine: (version: number) => void;
};
type Theirs = { version: number; name: string; rules: Terms };

const theirsOf = (problem: ApiProblem | null): Theirs | null =>
  problem?.code === 'terms_changed' ? (problem.detail as unknown as Theirs) : null;

/** What publishing changes, sentence by sentence; and where somebody was quicker, both versions side by side. */
export function PublishDialog({ terms, name, base, rules, currency, close, published, takeTheirs, keepMine }: Props) {
  const action = useRoute(publishTerms);
  const mine = termsSentences(rules, currency);
  const before = terms ? termsSentences(terms.rules, currency) : [];
  const theirs = theirsOf(action.problem);
  const run = async (): Promise<void> => {
    const done = await action.run({ termsId: terms?.id ?? null, name: name.trim(), baseVersion: base, rules });
    if (done) published(done.termsId, done.version);
  };
  if (theirs) {
    return (
      <Modal opened onClose={close} title="Somebody published since you began" size="xl" centered>
        <Stack>
          <p style={{ margin: 0 }}>
            Version {theirs.version} was published while you wrote. Nothing of yours is lost: choose what goes on.
          </p>
          <div className={styles.conflict}>
            <Version
              title={`Theirs, version ${theirs.version}`}
              sentences={termsSentences(theirs.rules, currency)}
              other={mine}
            />
            <Version title="Yours" sentences={mine} other={termsSentences(theirs.rules, currency)} />
          </div>
          <DialogButtons>
            <Button variant="default" onClick={() => takeTheirs(theirs.rules, theirs.name, theirs.version)}>
              Go on from theirs
            </Button>
            <Button onClick={() => keepMine(theirs.version)}>Keep mine, as the next version</Button>
          </DialogButtons>
        </Stack>
      </Modal>
    );
  }
  const gone = before.filter((sentence) => !mine.includes(sentence));
  const added = mine.filter((sentence) => !before.includes(sentence));
  return (
    <Modal
      opened
      onClose={close}
      title={terms ? `Publish version ${terms.version + 1}` : 'Publish these terms'}
      size="lg"
      centered
    >
      <Stack>
        {terms && gone.length + added.length > 0 && (
          <ul className={styles.diff}>
            {gone.map((sentence) => (
              <li key={sentence} className={styles.gone}>
                <span className="visually-hidden">No longer: </span>
                {sentence}
              </li>
            ))}
            {added.map((sentence) => (
              <li key={sentence}>
                <b>{sentence}</b>
              </li>
            ))}
          </ul>
        )}
        <p style={{ margin: 0 }}>
          {terms
            ? `New bookings are made on it. ${terms.coming === 0 ? 'No coming booking keeps an earlier version.' : `${terms.coming} coming ${terms.coming === 1 ? 'booking keeps' : 'bookings keep'} what was agreed; you see next what the new version would change for each, and choose.`}`
            : 'Then give them to the services that should use them.'}
        </p>
        <Problem problem={action.problem} currency={currency} />
        <DialogButtons>
          <Button variant="default" onClick={close}>
            Go on writing
          </Button>
          <Button loading={action.busy} onClick={() => void run()} data-autofocus>
            Publish
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}

const Version = ({
  title,
  sentences,
  other,
}: {
  readonly title: string;
  readonly sentences: readonly string[];
  readonly other: readonly string[];
}) => (
  <div>
    <h3>{title}</h3>
    <ul>
      {sentences.map((sentence) => (
        <li key={sentence}>{other.includes(sentence) ? sentence : <b>{sentence}</b>}</li>
      ))}
    </ul>
  </div>
);
