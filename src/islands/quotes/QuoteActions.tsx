import { copyQuoteLink, withdrawQuote } from '#contracts/routes/quotes';
import type { QuoteView } from '#contracts/quotes/views';
import type { QuoteDraft } from '#core/quotes/draft';
import type { ReadQuote } from '#core/quotes/readDraft';
import { goToGap } from '#islands/quotes/composer/Missing';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useReady } from '#islands/parts/useReady';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { Button, Menu, Modal, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconDots } from '@tabler/icons-react';
import { useState } from 'react';

const SendDialog = lazyComponent(() => import('#islands/quotes/SendDialog').then((part) => part.SendDialog));
const SignDialog = lazyComponent(() => import('#islands/quotes/SignDialog').then((part) => part.SignDialog));
const ConvertDialog = lazyComponent(() => import('#islands/quotes/ConvertDialog').then((part) => part.ConvertDialog));

type Props = {
  readonly view: QuoteView;
  readonly draft: QuoteDraft;
  readonly read: ReadQuote;
  /** What was typed, read now: `read` follows the typing a moment later, and a button may be quicker. */
  readonly readTyped: () => ReadQuote;
  /** Keeps what was typed and gives the edition that then counts; null where it did not get through. */
  readonly settled: () => Promise<number | null>;
};

const unsignedCode = 'business_has_not_signed';

/** What can be done with a quote: one next step, the rest behind it. */
export function QuoteActions({ view, draft, read, readTyped, settled }: Props) {
  const [dialog, setDialog] = useState<'send' | 'sign' | 'convert' | null>(null);
  const [edition, setEdition] = useState(view.edition);
  const [url, setUrl] = useState<string | null>(null);
  const ready = useReady();
  const copy = useRoute(copyQuoteLink);
  const withdraw = useRoute(withdrawQuote);
  const unsigned = read.gaps.find(({ code }) => code === unsignedCode);
  const others = read.gaps.filter((gap) => gap !== unsigned);
  const countersign = view.wants === 'signature';

  /** Opens a dialog on what is kept; where something is missing, goes there instead. */
  const open = async (which: NonNullable<typeof dialog>): Promise<void> => {
    const { gaps } = readTyped();
    const first = gaps.find(({ code }) => which === 'send' || code !== unsignedCode);
    if (first && !(which === 'sign' && countersign)) return goToGap(first.path);
    const now = await settled();
    if (now === null) return;
    setEdition(now);
    setDialog(which);
  };
  const copyLink = async (): Promise<void> => {
    const made = await copy.run({ quoteId: view.id, edition: view.edition });
    if (made) setUrl(made.url);
  };
  const done = (words: string) => (): void => {
    setDialog(null);
    notifications.show({ message: words, color: 'green' });
  };
  if (view.state === 'accepted') {
    return (
      <Button component="a" href={`/bookings/${view.bookingNumber}`}>
        Open {view.bookingNumber}
      </Button>
    );
  }
  const sent = view.revision > 0 && !view.differs && ['sent', 'opened', 'signing'].includes(view.state);
  const next = countersign || (unsigned && others.length === 0) ? 'sign' : 'send';
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <Button variant="default" aria-label="More that can be done" px={10} disabled={!ready}>
            <IconDots size={18} aria-hidden />
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {sent && <Menu.Item onClick={() => void open('send')}>Send it again</Menu.Item>}
          {view.revision > 0 && <Menu.Item onClick={() => void copyLink()}>Copy a link</Menu.Item>}
          <Menu.Item onClick={() => void open('convert')}>The client agreed by telephone…</Menu.Item>
          {view.revision > 0 && (
            <Menu.Item onClick={() => void withdraw.run({ quoteId: view.id, edition: view.edition })}>
              Withdraw it
            </Menu.Item>
          )}
        </Menu.Dropdown>
      </Menu>
      {next === 'sign' ? (
        <Button disabled={!ready} onClick={() => void open('sign')}>
          Sign for {view.business.name}
        </Button>
      ) : sent ? (
        <Button variant="default" disabled={!ready} loading={copy.busy} onClick={() => void copyLink()}>
          Copy a link
        </Button>
      ) : (
        <Button disabled={!ready} onClick={() => void open('send')}>
          {view.revision > 0 ? 'Send the changed quote' : 'Send'}
        </Button>
      )}
      <Problem problem={copy.problem ?? withdraw.problem} currency="EUR" />
      {dialog === 'send' && (
        <SendDialog
          view={view}
          draft={draft}
          read={read}
          edition={edition}
          close={() => setDialog(null)}
          sent={(link) => {
            done(link ? 'It stands; the link is yours to pass on.' : `Sent to ${draft.clientEmail}.`)();
            if (link) setUrl(link);
          }}
        />
      )}
      {dialog === 'sign' && (
        <SignDialog view={view} edition={edition} close={() => setDialog(null)} signed={done('Signed.')} />
      )}
      {dialog === 'convert' && read.offer && (
        <ConvertDialog view={view} offer={read.offer} edition={edition} close={() => setDialog(null)} />
      )}
      <Modal opened={url !== null} onClose={() => setUrl(null)} title="A link to the offer">
        <p>It opens what a sent one opens, and you see when it is opened.</p>
        <TextInput
          aria-label="Link"
          readOnly
          value={url ?? ''}
          onFocus={(event) => event.currentTarget.select()}
          mb="md"
        />
        <Button
          onClick={() => {
            void navigator.clipboard.writeText(url ?? '').then(() => setUrl(null));
          }}
        >
          Copy
        </Button>
      </Modal>
    </>
  );
}
