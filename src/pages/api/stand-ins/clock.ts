import { MoveClock } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(MoveClock, ({ app }) => app.startMovingClock);
