import { ForeseePutRight } from '#contracts/claims/after';
import { foreseePutRight } from '#contracts/routes/closing/foreseePutRight';
import { served } from '#contracts/routes/served';

export const foreseePutRightServed = served(foreseePutRight, { in: ForeseePutRight, right: 'money:give back' });
