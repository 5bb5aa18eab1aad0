import { view } from '#contracts/routes/route';
import type { ReadMail } from '#contracts/standIns/views';

export const readMail = view<{ readonly seq: string }, ReadMail>('/api/stand-ins/mail/:seq');
