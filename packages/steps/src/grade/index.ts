import { entry } from '../entry';
import { computeGrade } from './compute';
import { grade } from './definition';

export const gradeStep = entry(grade, computeGrade);
