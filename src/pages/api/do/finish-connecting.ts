import { FinishConnecting } from '#contracts/ways';
import { endpoint } from '#server/http/endpoint';

/** It was shown who asks when the connection was begun, and nobody else has its state. */
export const POST = endpoint(FinishConnecting, ({ app }) => app.finishConnecting);
