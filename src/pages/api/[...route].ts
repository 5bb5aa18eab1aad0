import { answerByTable } from '#server/http/routing';

export const ALL = answerByTable;
