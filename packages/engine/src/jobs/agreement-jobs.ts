import { readSource, surveyAgreement } from '@diplex/core';
import type { JobHandler } from './job-handler';

export const surveyAgreementJob: JobHandler<'survey-agreement'> = (ask, { pixels, stopped }) => {
  const place = { ...ask, composition: pixels.composition(ask.composition) };
  return { answer: surveyAgreement(place, pixels, { stopped }) };
};

export const readSourceJob: JobHandler<'read-source'> = (ask, { pixels }) => ({
  answer: readSource(pixels.composition(ask.composition), pixels),
});
