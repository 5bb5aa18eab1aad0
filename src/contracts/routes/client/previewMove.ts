import type { PreviewMove } from '#contracts/clientPage/client';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const previewMove = route<z.input<typeof PreviewMove>, { sentences: readonly string[] }>()(
  '/api/client/preview-move',
  [
    'booking_not_found',
    'link_unknown',
    'link_expired',
    'booking_over',
    'asked_already',
    'too_soon',
    'nothing_changed',
    'place_taken',
    'device_unknown',
  ],
);
