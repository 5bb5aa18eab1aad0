import { saveBusiness } from '#contracts/routes/settings';
import type { BusinessFace } from '#contracts/quotes/views';
import { contrastOnWhite } from '#contracts/fields/colour';
import { BusinessHead, faceStyle } from '#islands/clientPage/BusinessHead';
import { fieldMessage } from '#islands/format/problemSentence';
import { Picture } from '#islands/parts/Picture';
import { Problem } from '#islands/parts/Problem';
import { useSetting } from '#islands/parts/useSetting';
import { useReady } from '#islands/parts/useReady';
import { Button, ColorInput, Textarea, TextInput } from '@mantine/core';
import client from '#islands/payments/Pay.module.css';
import styles from './SetUp.module.css';

/** Colours of ours that white can be read on. */
const swatches = ['#0d4a56', '#1d4f91', '#2b2b52', '#5a3472', '#8a2f3c', '#7a4b12', '#2f5d3a'];

type Props = {
  readonly given: BusinessFace;
  /** What follows when it was kept, and what the button says of it. */
  readonly then?: { readonly label: string; readonly go: () => void };
};

function sends({ name, line, email, address, country, colour, logo, picture }: BusinessFace) {
  const look = { ...(colour ? { colour } : {}), ...(logo ? { logo } : {}), ...(picture ? { picture } : {}) };
  return { name, line, email, address, country, look };
}

/** The business as its clients see it: on pages, in messages, in documents. */
export function BusinessForm({ given, then }: Props) {
  const ready = useReady();
  const setting = useSetting(saveBusiness, given, sends);
  const face = setting.value;
  const change = (part: Partial<BusinessFace>): void => setting.set({ ...face, ...part });
  const keep = async (): Promise<void> => {
    if (!(await setting.keep())) return;
    then?.go();
  };
  const error = (path: string) => fieldMessage(setting.problem, path);
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
        <TextInput
          label="Country"
          description="Two letters, such as PT: telephone numbers without theirs are read as of here"
          maxLength={2}
          styles={{ input: { width: 140 } }}
          value={face.country}
          error={error('country')}
          onChange={(event) => change({ country: event.currentTarget.value.toUpperCase() })}
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
        <Picture label="Logo" file={face.logo} set={(logo) => change({ logo })} />
        <Picture
          label="Picture on top of the client’s pages"
          file={face.picture}
          set={(picture) => change({ picture })}
        />
        <Problem problem={setting.problem?.path ? null : setting.problem} currency="EUR" />
        <Button loading={setting.busy} onClick={() => void keep()} disabled={!readable}>
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
