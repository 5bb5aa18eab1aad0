import type { SaidProblem } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { upload } from '#islands/parts/upload';
import { Button, FileButton, Group } from '@mantine/core';
import { useState } from 'react';
import styles from './Picture.module.css';

type Props = {
  readonly label: string;
  /** The file's id; null where there is none. */
  readonly file: string | null;
  readonly set: (file: string | null) => void;
};

/** A picture that is chosen from the device, kept, shown small, and can be taken out; what is wrong with one stands here. */
export function Picture({ label, file, set }: Props) {
  const [problem, setProblem] = useState<SaidProblem | null>(null);
  const take = async (chosen: File | null): Promise<void> => {
    if (!chosen) return;
    const kept = await upload(chosen, 'picture');
    if ('code' in kept) return setProblem(kept);
    setProblem(null);
    set(kept.id);
  };
  return (
    <div>
      <p className={styles.label}>{label}</p>
      <Group gap="xs">
        {file && <img src={`/f/${file}`} alt="" className={styles.thumb} />}
        <FileButton onChange={(chosen) => void take(chosen)} accept="image/*">
          {(props) => (
            <Button {...props} variant="default" size="compact-sm" aria-label={`Choose: ${label}`}>
              {file ? 'Another' : 'Choose a picture'}
            </Button>
          )}
        </FileButton>
        {file && (
          <Button
            variant="subtle"
            color="gray"
            size="compact-sm"
            onClick={() => set(null)}
            aria-label={`Take out: ${label}`}
          >
            Take out
          </Button>
        )}
      </Group>
      <Problem problem={problem} currency="EUR" />
    </div>
  );
}
