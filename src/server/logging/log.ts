import { cleanError } from '#server/logging/cleanError';
import { requestNow } from '#server/logging/requestNow';
import { pino } from 'pino';

/**
 * One JSON line each, to standard error, so that a start script or container keeps it. Lines of a request carry its id
 * and route. No statements with their parameters, no names, addresses or tokens: errors are cleaned, everything else is
 * given field by field.
 */
export const log = pino(
  {
    level: process.env.OSTENDO_LOG ?? (process.env.NODE_ENV === 'production' ? 'info' : 'warn'),
    base: { pid: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (label) => ({ level: label }) },
    mixin: () => ({ ...requestNow() }),
    serializers: { err: cleanError },
  },
  pino.destination({ dest: 2, sync: true }),
);
