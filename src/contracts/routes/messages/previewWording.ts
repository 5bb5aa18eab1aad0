import { route } from '#contracts/routes/route';
import type { PreviewWording } from '#contracts/messages/wordings';
import type { z } from 'zod';

export const previewWording = route<
  z.input<typeof PreviewWording>,
  {
    readonly subject: string;
    readonly paragraphs: readonly string[];
    readonly action: string;
    readonly number: string;
    readonly missing: readonly string[];
    readonly empty: readonly string[];
  }
>()('/api/messages/preview-wording', ['nothing_to_preview', 'booking_not_found', 'quote_not_found']);
