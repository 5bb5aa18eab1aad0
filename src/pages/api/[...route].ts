import { answerByTable } from '#server/http/routes/routing';

export const ALL = answerByTable;
