import { PreviewWording } from '#contracts/wordings';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(PreviewWording, ({ app }) => app.previewWording);
