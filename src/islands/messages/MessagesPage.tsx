import { messagesView, saveWording } from '#contracts/routes/messages';
import type { MessagesView, WordingLine } from '#contracts/messages/views';
import type { Shell } from '#contracts/bookings/views';
import { fieldsFor, isQuoteOccasion, occasionWords, originalWordings } from '#core/wording/originalWordings';
import { read } from '#islands/api';
import { LetterFrame } from '#islands/messages/LetterFrame';
import { Outbox } from '#islands/messages/Outbox';
import { usePreview } from '#islands/messages/usePreview';
import { fieldMessage } from '#islands/format/problemSentence';
import { PageHead } from '#islands/parts/PageHead';
import { Problem } from '#islands/parts/Problem';
import { undoableSave } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { useReady } from '#islands/parts/useReady';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { Button, Checkbox, Group, Menu, Textarea, TextInput } from '@mantine/core';
import { IconBraces } from '@tabler/icons-react';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import styles from './Messages.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: MessagesView };

export default function MessagesPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Messages given={view} />
    </OwnerShell>
  );
}

function Messages({ given }: { readonly given: MessagesView }) {
  const { data: view } = useQuery({
    queryKey: ['messages'],
    queryFn: () => read(messagesView, {}),
    initialData: given,
  });
  const [chosen, setChosen] = useState<WordingLine['occasion']>('request');
  const line = view.wordings.find(({ occasion }) => occasion === chosen)!;
  return (
    <>
      <PageHead title="Messages" sub="How each says it. Sums, days and what follows come from the plan." />
      <div className={styles.columns}>
        <nav aria-label="Occasions">
          <ul className={styles.occasions}>
            {view.wordings.map(({ occasion, edition, off }, index) => (
              <li
                key={occasion}
                className={
                  index > 0 && isQuoteOccasion(view.wordings[index - 1]!.occasion) !== isQuoteOccasion(occasion)
                    ? styles.divided
                    : ''
                }
              >
                <button type="button" aria-current={occasion === chosen} onClick={() => setChosen(occasion)}>
                  {occasionWords[occasion]}
                  <span>{off ? 'off' : edition > 0 ? 'yours' : ''}</span>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        <Editor key={`${line.occasion}:${line.edition}`} line={line} />
      </div>
      <Outbox sent={view.outbox} all={view.letters} />
    </>
  );
}

function Editor({ line }: { readonly line: WordingLine }) {
  const { occasion, edition } = line;
  const ready = useReady();
  const [subject, setSubject] = useState(line.subject);
  const [body, setBody] = useState(line.body);
  const [off, setOff] = useState(line.off);
  const [copyTo, setCopyTo] = useState(line.copyTo.join(', '));
  const [number, setNumber] = useState('');
  const area = useRef<HTMLTextAreaElement>(null);
  const save = useRoute(saveWording);
  const { preview, problem } = usePreview({ occasion, subject, body, number });
  const original = originalWordings[occasion];
  const isOriginal = subject === original.subject && body === original.body;
  const copies = copyTo.split(/[\s,;]+/).filter((address) => address !== '');
  const touched =
    subject !== line.subject || body !== line.body || off !== line.off || copies.join() !== line.copyTo.join();

  const insert = (name: string): void => {
    const at = area.current?.selectionStart ?? body.length;
    setBody(`${body.slice(0, at)}{{${name}}}${body.slice(area.current?.selectionEnd ?? at)}`);
    area.current?.focus();
  };
  const keep = async (): Promise<void> => {
    const done = await save.run({ occasion, subject, body, off, copyTo: copies, edition });
    if (!done) return;
    const { subject: was, body: text, off: wasOff, copyTo: to } = line;
    const before = { occasion, subject: was, body: text, off: wasOff, copyTo: [...to], edition: done.edition };
    undoableSave(`wording ${occasion}`, 'Kept. The next message says it so.', () => save.tryIt(before));
  };
  const error = (path: string) => fieldMessage(save.problem, path);
  return (
    <>
      <section className={styles.editor} aria-label={occasionWords[occasion]}>
        <fieldset disabled={!ready} className={styles.bare}>
          <TextInput
            label="Subject"
            value={subject}
            maxLength={200}
            error={error('subject')}
            onChange={(event) => setSubject(event.currentTarget.value)}
          />
          <Textarea
            ref={area}
            label="Text"
            description="An empty line begins a paragraph. The greeting before it and the button after it are there by themselves."
            autosize
            minRows={7}
            maxRows={18}
            value={body}
            maxLength={10_000}
            error={error('body')}
            onChange={(event) => setBody(event.currentTarget.value)}
          />
          <Group gap="xs">
            <Menu>
              <Menu.Target>
                <Button variant="default" size="compact-sm" leftSection={<IconBraces size={15} aria-hidden />}>
                  Put in a field
                </Button>
              </Menu.Target>
              <Menu.Dropdown mah={320} style={{ overflowY: 'auto' }}>
                {fieldsFor(occasion).map((name) => (
                  <Menu.Item key={name} onClick={() => insert(name)}>
                    {name}
                  </Menu.Item>
                ))}
              </Menu.Dropdown>
            </Menu>
            <Button
              variant="subtle"
              color="gray"
              size="compact-sm"
              disabled={isOriginal}
              onClick={() => {
                setSubject(original.subject);
                setBody(original.body);
              }}
            >
              Back to the original
            </Button>
          </Group>
          <TextInput
            label="A copy to (addresses, if any)"
            value={copyTo}
            error={save.problem?.path?.startsWith('copyTo') ? 'one of these is not an e-mail address' : null}
            onChange={(event) => setCopyTo(event.currentTarget.value)}
          />
          <Checkbox
            label="Do not send this message"
            checked={off}
            onChange={(event) => setOff(event.currentTarget.checked)}
          />
          <Problem problem={save.problem?.path ? null : save.problem} currency="EUR" />
          <Button disabled={!touched} loading={save.busy} onClick={() => void keep()}>
            Keep
          </Button>
        </fieldset>
      </section>
      <section className={styles.preview} aria-label="As it would read now">
        <div className={styles.previewHead}>
          <h2>As it would read now</h2>
          <TextInput
            aria-label="On which booking or quote"
            placeholder={preview?.number ?? (isQuoteOccasion(occasion) ? 'Q-…' : 'B-…')}
            value={number}
            error={problem?.path === 'number' ? 'there is none of that number' : null}
            onChange={(event) => setNumber(event.currentTarget.value)}
            w={110}
          />
        </div>
        {preview && preview.missing.length > 0 && (
          <p className={styles.missing} role="alert">
            This message has no such field: {preview.missing.map((name) => `“${name}”`).join(', ')}.
          </p>
        )}
        {preview && preview.empty.length > 0 && (
          <p className={styles.empty} role="status">
            On {preview.number} there is nothing to say for {preview.empty.map((name) => `“${name}”`).join(', ')}: the
            letter goes out without it.
          </p>
        )}
        {preview ? (
          <LetterFrame about={{ occasion, subject, body, number }} shown={preview} />
        ) : (
          <p className={styles.none}>
            {problem?.code === 'nothing_to_preview' ? 'There is no booking or quote yet to show it on.' : ''}
          </p>
        )}
      </section>
    </>
  );
}
