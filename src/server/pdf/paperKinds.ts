import { acceptedPdf } from '#server/pdf/acceptedPdf';
import { agreementPdf } from '#server/pdf/agreementPdf';
import { disputePdf } from '#server/pdf/disputePdf';
import { invoiceData, invoicePaper } from '#server/pdf/invoicePaper';
import { receiptPdf } from '#server/pdf/receiptPdf';
import { reportPdf } from '#server/pdf/reportPdf';
import { isSoundPdf } from '#server/pdf/soundPdf';

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
