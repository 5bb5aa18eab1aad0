import { RemoveRow } from '#islands/parts/rows';
import type { SaidProblem } from '#islands/format/problemSentence';
import type { Part } from '#islands/Compose/composing';
import { upload } from '#islands/parts/upload';
import { Problem } from '#islands/parts/Problem';
import { FileButton, Button } from '@mantine/core';
import { IconPaperclip } from '@tabler/icons-react';
import { useState } from 'react';
import styles from './Compose.module.css';

/** Papers that go with the quote: pictures and PDFs. */
export function Files({ draft, change, currency }: Part) {
  const [problem, setProblem] = useState<SaidProblem | null>(null);
  const [busy, setBusy] = useState(false);
  const add = async (file: File | null): Promise<void> => {
    if (!file) return;
    setBusy(true);
    const kept = await upload(file, 'any');
    setBusy(false);
    if ('code' in kept) return setProblem(kept);
    setProblem(null);
    change({ attachments: [...draft.attachments, { file: kept.id, name: kept.name }] });
  };
  return (
    <div>
      <p className={styles.label}>Papers to go with it</p>
      {draft.attachments.map(({ file, name }) => (
        <p key={file} className={styles.file}>
          <a href={`/f/${file}`}>{name}</a>
          <RemoveRow
            name={name}
            onClick={() => change({ attachments: draft.attachments.filter((each) => each.file !== file) })}
          />
        </p>
      ))}
      <FileButton onChange={(file) => void add(file)} accept="image/*,application/pdf">
        {(props) => (
          <Button
            {...props}
            variant="subtle"
            size="compact-sm"
            loading={busy}
            disabled={draft.attachments.length >= 10}
            leftSection={<IconPaperclip size={15} aria-hidden />}
          >
            Add a picture or PDF
          </Button>
        )}
      </FileButton>
      <Problem problem={problem} currency={currency} />
    </div>
  );
}
