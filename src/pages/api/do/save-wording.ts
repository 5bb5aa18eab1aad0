import { SaveWording } from '#contracts/wordings';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SaveWording, ({ app }) => app.saveWording);
