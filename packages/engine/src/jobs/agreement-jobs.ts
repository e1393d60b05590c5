import { readSource, surveyAgreement } from '@diplex/core';
import type { JobHandler } from './job-handler';

export const surveyAgreementJob: JobHandler<'survey-agreement'> = (ask, { pixels }) => ({
  answer: surveyAgreement({ ...ask, composition: pixels.composition(ask.composition) }, pixels),
});

export const readSourceJob: JobHandler<'read-source'> = (ask, { pixels }) => ({
  answer: readSource(pixels.composition(ask.composition), pixels),
});
