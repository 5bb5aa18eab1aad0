import type { MessagesView } from '#contracts/messages/views';
import type { PreviewWording, RecallMessage, SaveWording } from '#contracts/messages/wordings';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const messagesView = view<object, MessagesView>('/api/messages');

export const previewWording = route<
  z.input<typeof PreviewWording>,
  {
    readonly subject: string;
    readonly paragraphs: readonly string[];
    readonly action: string;
    readonly number: string;
    readonly missing: readonly string[];
    readonly empty: readonly string[];
  },
  'nothing_to_preview' | 'booking_not_found' | 'quote_not_found'
>('/api/messages/preview-wording');

export const recallMessage = route<z.input<typeof RecallMessage>, null, 'message_gone'>('/api/messages/recall');

export const saveWording = route<
  z.input<typeof SaveWording>,
  { readonly edition: number },
  'wording_changed' | 'field_unknown'
>('/api/messages/save-wording');
