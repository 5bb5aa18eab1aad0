import { acceptedPdf } from '#server/documents/acceptedPdf';
import { agreementPdf } from '#server/documents/agreementPdf';
import { disputePdf } from '#server/documents/disputePdf';
import { invoiceData, invoicePaper } from '#server/documents/invoicePaper';
import { receiptPdf } from '#server/documents/receiptPdf';
import { reportPdf } from '#server/documents/reportPdf';
import { isSoundPdf } from '#server/documents/soundPdf';

/** What makes each kind of paper, from plain values alone, and reads one that came. */
export const paperKinds = {
  accepted: acceptedPdf,
  agreement: agreementPdf,
  dispute: disputePdf,
  invoice: invoicePaper,
  invoiceData,
  receipt: receiptPdf,
  report: reportPdf,
  isSound: isSoundPdf,
};

export type PaperKind = keyof typeof paperKinds;
export type Given<K extends PaperKind> = Parameters<(typeof paperKinds)[K]>[0];
export type Paper<K extends PaperKind> = Awaited<ReturnType<(typeof paperKinds)[K]>>;
