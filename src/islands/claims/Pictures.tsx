import { shrunk } from '#islands/claims/shrink';
import type { SaidProblem } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { upload } from '#islands/parts/upload';
import { ActionIcon, FileButton } from '@mantine/core';
import { IconCamera, IconX } from '@tabler/icons-react';
import { useState } from 'react';
import styles from '../After/After.module.css';

export type Chosen = { readonly fileId: string; readonly taken: string | null };
type Props = {
  readonly value: readonly Chosen[];
  readonly set: (value: readonly Chosen[]) => void;
  readonly currency: string;
  readonly most?: number;
};

/** Pictures that something rests on: several at a time, made smaller before they are sent. */
export function Pictures({ value, set, currency, most = 20 }: Props) {
  const [busy, setBusy] = useState(0);
  const [problem, setProblem] = useState<SaidProblem | null>(null);
  const add = async (files: File[]): Promise<void> => {
    setProblem(null);
    let all = value;
    for (const [index, file] of files.slice(0, most - value.length).entries()) {
      setBusy(files.length - index);
      const small = await shrunk(file);
      const kept = 'code' in small ? (small as SaidProblem) : await upload(small.file, 'picture');
      if ('code' in kept) setProblem(kept);
      else {
        all = [...all, { fileId: kept.id, taken: 'taken' in small ? (small.taken as string | null) : null }];
        set(all);
      }
    }
    setBusy(0);
  };
  return (
    <div>
      <ul className={styles.pictures} aria-label="Pictures">
        {value.map(({ fileId }, index) => (
          <li key={fileId}>
            <img src={`/f/${fileId}`} alt={`Chosen ${index + 1}`} />
            <ActionIcon
              variant="filled"
              color="dark"
              size={22}
              aria-label={`Take picture ${index + 1} out`}
              onClick={() => set(value.filter((each) => each.fileId !== fileId))}
            >
              <IconX size={14} aria-hidden />
            </ActionIcon>
          </li>
        ))}
        {value.length < most && (
          <li>
            <FileButton multiple accept="image/*" onChange={(files) => void add(files)}>
              {(props) => (
                <button type="button" {...props} className={styles.addPicture} disabled={busy > 0}>
                  <IconCamera size={20} aria-hidden />
                  {busy > 0 ? `${busy} to go` : 'Add pictures'}
                </button>
              )}
            </FileButton>
          </li>
        )}
      </ul>
      <Problem problem={problem} currency={currency} />
    </div>
  );
}
