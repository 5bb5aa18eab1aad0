import { type SQL, sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';

/**
 * Whether a pause that began then, by the database's clock, is over; null began never. A beginning that lies ahead means
 * that the clock was put back since: nobody waits for it to come round again. (The margin is for rows that another
 * connection wrote in this very moment.)
 */
export const pauseOver = (since: AnyPgColumn, seconds: AnyPgColumn | number): SQL =>
  sql`(${since} is null or ${since} + make_interval(secs => ${seconds}) <= now() or ${since} > now() + interval '5 seconds')`;
