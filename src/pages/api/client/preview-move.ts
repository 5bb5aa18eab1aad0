import { PreviewMove } from '#contracts/client';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(PreviewMove, ({ app }) => app.previewMove);
