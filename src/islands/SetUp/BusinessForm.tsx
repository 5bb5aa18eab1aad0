import { saveBusiness } from '#contracts/routes/business/saveBusiness';
import type { BusinessFace } from '#contracts/quoteViews';
import { contrastOnWhite } from '#contracts/colour';
import { upload } from '#islands/Compose/upload';
import { BusinessHead, faceStyle } from '#islands/ClientPage/BusinessHead';
import type { SaidProblem } from '#islands/format/problemSentence';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useReady } from '#islands/parts/useReady';
import { Button, ColorInput, FileButton, Group, Textarea, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import client from '#islands/Pay/Pay.module.css';
import styles from './SetUp.module.css';

/** Colours of ours that white can be read on. */
const swatches = ['#0d4a56', '#1d4f91', '#2b2b52', '#5a3472', '#8a2f3c', '#7a4b12', '#2f5d3a'];

type Props = {
  readonly given: BusinessFace;
  /** What follows when it was kept, and what the button says of it. */
  readonly then?: { readonly label: string; readonly go: () => void };
};

/** The business as its clients see it: on pages, in messages, in documents. */
export function BusinessForm({ given, then }: Props) {
  const ready = useReady();
  const [face, setFace] = useState(given);
  const [problem, setProblem] = useState<SaidProblem | null>(null);
  const save = useRoute(saveBusiness);
  const change = (part: Partial<BusinessFace>): void => {
    save.clear();
    setFace({ ...face, ...part });
  };
  const take = async (which: 'logo' | 'picture', file: File | null): Promise<void> => {
    if (!file) return;
    const kept = await upload(file, 'picture');
    if ('code' in kept) return setProblem(kept);
    setProblem(null);
    change({ [which]: kept.id });
  };
  const keep = async (): Promise<void> => {
    const { name, line, email, address, colour, logo, picture } = face;
    const look = { ...(colour ? { colour } : {}), ...(logo ? { logo } : {}), ...(picture ? { picture } : {}) };
    if (!(await save.attempt({ name, line, email, address, look }))) return;
    notifications.show({ message: 'Kept.', color: 'green' });
    then?.go();
  };
  const error = (path: string) => fieldMessage(save.problem, path);
  const readable = !face.colour || !/^#[0-9a-f]{6}$/.test(face.colour) || contrastOnWhite(face.colour) >= 4.5;
  return (
    <div className={styles.columns}>
      <fieldset className={styles.fields} disabled={!ready}>
        <TextInput
          label="Name"
          value={face.name}
          error={error('name')}
          onChange={(event) => change({ name: event.currentTarget.value })}
        />
        <TextInput
          label="A line on what you do"
          value={face.line}
          error={error('line')}
          onChange={(event) => change({ line: event.currentTarget.value })}
        />
        <TextInput
          label="Where clients reply to"
          type="email"
          value={face.email}
          error={error('email')}
          onChange={(event) => change({ email: event.currentTarget.value })}
        />
        <Textarea
          label="Where you are"
          description="In letters, on documents, and in your clients’ calendars"
          autosize
          minRows={2}
          maxLength={300}
          value={face.address}
          error={error('address')}
          onChange={(event) => change({ address: event.currentTarget.value })}
        />
        <ColorInput
          label="Colour of buttons"
          placeholder="ours"
          format="hex"
          withEyeDropper={false}
          swatches={swatches}
          value={face.colour ?? ''}
          error={readable ? error('look.colour') : 'White text cannot be read on this one; take a darker colour.'}
          onChange={(colour) => change({ colour: colour === '' ? null : colour.toLowerCase() })}
        />
        <Picture
          label="Logo"
          file={face.logo}
          take={(file) => void take('logo', file)}
          drop={() => change({ logo: null })}
        />
        <Picture
          label="Picture on top of the client’s pages"
          file={face.picture}
          take={(file) => void take('picture', file)}
          drop={() => change({ picture: null })}
        />
        <Problem problem={problem ?? (save.problem?.path ? null : save.problem)} currency="EUR" />
        <Button loading={save.busy} onClick={() => void keep()} disabled={!readable}>
          {then?.label ?? 'Keep'}
        </Button>
      </fieldset>
      <section className={styles.shown} aria-label="As clients see it" style={faceStyle(face)}>
        <BusinessHead business={face} />
        {face.picture && <img src={`/f/${face.picture}`} alt="" className={styles.banner} />}
        <div className={styles.body}>
          <span className={client.button}>Pay</span>
        </div>
      </section>
    </div>
  );
}

type PictureProps = {
  readonly label: string;
  readonly file: string | null;
  readonly take: (file: File | null) => void;
  readonly drop: () => void;
};

const Picture = ({ label, file, take, drop }: PictureProps) => (
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
