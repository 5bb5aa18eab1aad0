import { EndSession } from '#contracts/door';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(
  EndSession,
  ({ app, session }) =>
    ({ id }: EndSession) =>
      app.endSession(session!, id),
);
