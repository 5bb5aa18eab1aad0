import { PDFDocument } from 'pdf-lib';

/** Whether bytes are a PDF that can be read whole: its table of objects, its tree, and a page at least. */
export async function isSoundPdf(bytes: Uint8Array): Promise<boolean> {
  try {
    const read = await PDFDocument.load(bytes, {
      throwOnInvalidObject: true,
      updateMetadata: false,
      ignoreEncryption: true,
    });
    return read.getPageCount() > 0;
  } catch {
    return false;
  }
}
