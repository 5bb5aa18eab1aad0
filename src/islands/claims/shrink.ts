/** The longer side of a picture as it leaves the device. */
const widest = 1600;
/** What a device can draw without running out of memory: far more than any camera of a phone makes. */
const mostBytes = 60_000_000;

export type Shrunk = { readonly file: File; readonly taken: string | null };
export type NotShrunk = {
  readonly code: 'file_kind' | 'file_too_large' | 'file_unreadable';
  readonly [detail: string]: unknown;
};

/** The file's own word on when it was made, to the second, as instants are written. */
const takenOf = ({ lastModified }: File): string | null =>
  lastModified > 0 ? `${new Date(lastModified).toISOString().slice(0, 19)}Z` : null;

/**
 * A picture made smaller on the device, upright, and without where it was taken: only its pixels leave. What the device
 * cannot draw is refused with a code, before anything is sent.
 */
export async function shrunk(file: File): Promise<Shrunk | NotShrunk> {
  if (!file.type.startsWith('image/')) return { code: 'file_kind', kinds: 'pictures' };
  if (file.size > mostBytes) return { code: 'file_too_large', limit: mostBytes };
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    return { code: 'file_unreadable' };
  }
  const scale = Math.min(1, widest / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(bitmap.width * scale);
  canvas.height = Math.round(bitmap.height * scale);
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.85));
  if (!blob) return { code: 'file_unreadable' };
  const name = `${file.name.replace(/\.[^.]*$/, '') || 'picture'}.jpg`;
  return { file: new File([blob], name, { type: 'image/jpeg' }), taken: takenOf(file) };
}
