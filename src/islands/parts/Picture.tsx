import { Button, FileButton, Group } from '@mantine/core';
import styles from './Picture.module.css';

type PictureProps = {
  readonly label: string;
  readonly file: string | null;
  readonly take: (file: File | null) => void;
  readonly drop: () => void;
};

/** A picture that is chosen from the device, shown small, and can be taken out. */
export const Picture = ({ label, file, take, drop }: PictureProps) => (
  <div>
    <p className={styles.label}>{label}</p>
    <Group gap="xs">
      {file && <img src={`/f/${file}`} alt="" className={styles.thumb} />}
      <FileButton onChange={take} accept="image/*">
        {(props) => (
          <Button {...props} variant="default" size="compact-sm" aria-label={`Choose: ${label}`}>
            {file ? 'Another' : 'Choose a picture'}
          </Button>
        )}
      </FileButton>
      {file && (
        <Button variant="subtle" color="gray" size="compact-sm" onClick={drop} aria-label={`Take out: ${label}`}>
          Take out
        </Button>
      )}
    </Group>
  </div>
);
