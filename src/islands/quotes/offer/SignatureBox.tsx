import { mostSignatureBytes } from '#core/quotes/signatureSize';
import type { SignatureDraft } from '#islands/quotes/offer/signature';
import { useEffect, useRef, useState } from 'react';
import type SignaturePad from 'signature_pad';
import styles from './Offer.module.css';

type Props = {
  readonly value: SignatureDraft;
  readonly change: (value: SignatureDraft) => void;
  readonly consent: string;
  readonly fault: string | null;
};

const methods = [
  ['typed', 'Type it'],
  ['drawn', 'Draw it'],
  ['uploaded', 'Upload it'],
] as const;

/** A signature: typed, drawn or uploaded, with the sentence that makes it one. */
export function SignatureBox({ value, change, consent, fault }: Props) {
  const { name, method, consents } = value;
  return (
    <section className={styles.sign} aria-label="Signature">
      <h2>Sign</h2>
      <label className={styles.signName}>
        Your full name
        <input
          value={name}
          autoComplete="name"
          maxLength={120}
          onChange={(event) => change({ ...value, name: event.currentTarget.value })}
        />
      </label>
      <div className={styles.methods} role="radiogroup" aria-label="How you sign">
        {methods.map(([id, label]) => (
          <label key={id}>
            <input
              type="radio"
              name="signing"
              checked={method === id}
              onChange={() => change({ ...value, method: id, image: null })}
            />
            {label}
          </label>
        ))}
      </div>
      {method === 'typed' && (
        <p className={styles.typed} aria-hidden="true">
          {name || 'Your name'}
        </p>
      )}
      {method === 'drawn' && <Drawing drawn={(image) => change({ ...value, image })} />}
      {method === 'uploaded' && <Upload value={value} change={change} />}
      <label className={styles.consent}>
        <input
          type="checkbox"
          checked={consents}
          onChange={(event) => change({ ...value, consents: event.currentTarget.checked })}
        />
        {consent}
      </label>
      {fault && (
        <p className={styles.fault} role="alert">
          {fault}
        </p>
      )}
    </section>
  );
}

/** A field to draw in with finger, pen or mouse. */
function Drawing({ drawn }: { readonly drawn: (image: string | null) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const told = useRef(drawn);
  useEffect(() => {
    told.current = drawn;
  });
  useEffect(() => {
    let gone = false;
    void import('signature_pad').then(({ default: Pad }) => {
      const { current } = canvas;
      if (gone || !current) return;
      const scale = Math.max(devicePixelRatio, 1);
      current.width = current.offsetWidth * scale;
      current.height = current.offsetHeight * scale;
      current.getContext('2d')!.scale(scale, scale);
      pad.current = new Pad(current, { penColor: '#14252d' });
      current.dataset.ready = '';
      pad.current.addEventListener('endStroke', () => told.current(pad.current!.toDataURL('image/png')));
    });
    return () => {
      gone = true;
      pad.current?.off();
    };
  }, []);
  return (
    <div className={styles.drawing}>
      <canvas ref={canvas} aria-label="Draw your signature here. With the keyboard, type it instead." role="img" />
      <button
        type="button"
        onClick={() => {
          pad.current?.clear();
          drawn(null);
        }}
      >
        Clear
      </button>
    </div>
  );
}

/** No larger than a signature is shown anywhere. */
const widestUpload = 1200;

/** Draws a picture anew on the device, without the place and time that a camera puts into it. */
async function asPng(file: File): Promise<string> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, widestUpload / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return canvas.toDataURL('image/png');
}

function Upload({ value, change }: Pick<Props, 'value' | 'change'>) {
  const [fault, setFault] = useState<string | null>(null);
  const take = (file: File | undefined): void => {
    setFault(null);
    if (!file) return;
    if (!['image/png', 'image/jpeg', 'image/webp'].includes(file.type)) return setFault('A PNG, JPEG or WebP picture.');
    if (file.size > mostSignatureBytes) return setFault('The picture is larger than 500 kB.');
    void asPng(file).then(
      (image) => change({ ...value, image }),
      () => setFault('This picture cannot be read.'),
    );
  };
  return (
    <div className={styles.upload}>
      <input
        type="file"
        accept="image/png,image/jpeg,image/webp"
        aria-label="A picture of your signature, at most 500 kB"
        onChange={(event) => take(event.currentTarget.files?.[0])}
      />
      {value.image && <img src={value.image} alt="Your signature" />}
      {fault && <p className={styles.fault}>{fault}</p>}
    </div>
  );
}
