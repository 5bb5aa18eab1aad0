import { PreviewMove } from '#contracts/clientPage/client';
import { previewMove } from '#contracts/routes/client/previewMove';
import { served } from '#contracts/routes/served';

export const previewMoveServed = served(previewMove, { in: PreviewMove, right: 'link' });
