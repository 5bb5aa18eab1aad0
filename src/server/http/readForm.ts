import { outOfBounds } from '#server/http/bounds';

/** The fields of a form that a page of ours posts; null where it is none. */
export async function readForm(request: Request): Promise<((name: string) => string) | null> {
  const form = await request.formData().catch(() => null);
  if (!form) return null;
  const fields = Object.fromEntries([...form].filter(([, value]) => typeof value === 'string'));
  if (outOfBounds(fields)) return null;
  return (name) => (typeof fields[name] === 'string' ? fields[name] : '');
}
