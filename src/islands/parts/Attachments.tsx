import { RemoveRow } from '#islands/parts/rows';
import type { SaidProblem } from '#islands/format/problemSentence';
import { upload } from '#islands/parts/upload';
import { Problem } from '#islands/parts/Problem';
import { FileButton, Button } from '@mantine/core';
import { IconPaperclip } from '@tabler/icons-react';
import { useState } from 'react';
import styles from './Attachments.module.css';

type Attached = { readonly file: string; readonly name: string };
type Props = {
  readonly value: readonly Attached[];
  readonly set: (value: readonly Attached[]) => void;
  readonly currency: string;
};

const most = 10;

/** Papers that go with it: pictures and PDFs. */
export function Attachments({ value, set, currency }: Props) {
  const [problem, setProblem] = useState<SaidProblem | null>(null);
  const [busy, setBusy] = useState(false);
  const add = async (file: File | null): Promise<void> => {
    if (!file) return;
    setBusy(true);
    const kept = await upload(file, 'any');
    setBusy(false);
    if ('code' in kept) return setProblem(kept);
    setProblem(null);
    set([...value, { file: kept.id, name: kept.name }]);
  };
  return (
    <div>
      <p className={styles.label}>Papers to go with it</p>
      {value.map(({ file, name }) => (
        <p key={file} className={styles.file}>
          <a href={`/f/${file}`}>{name}</a>
          <RemoveRow name={name} onClick={() => set(value.filter((each) => each.file !== file))} />
        </p>
      ))}
      <FileButton onChange={(file) => void add(file)} accept="image/*,application/pdf">
        {(props) => (
          <Button
            {...props}
            variant="subtle"
            size="compact-sm"
            loading={busy}
            disabled={value.length >= most}
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
