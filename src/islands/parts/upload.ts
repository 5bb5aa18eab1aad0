import type { SaidProblem } from '#islands/format/problemSentence';

export type Uploaded = { readonly id: string; readonly name: string };

/** Sends one file. @returns what was kept, or why it was not */
export async function upload(file: File, wanted: 'picture' | 'any'): Promise<Uploaded | SaidProblem> {
  try {
    const response = await fetch(`/api/files?for=${wanted}`, {
      method: 'POST',
      headers: {
        'content-type': file.type || 'application/octet-stream',
        'x-file-name': encodeURIComponent(file.name.slice(-120)),
      },
      body: file,
    });
    return (await response.json()) as Uploaded | SaidProblem;
  } catch {
    return { code: 'no_connection' };
  }
}
