import type { TaskCard } from '../training/index.js';
import type { Grade } from './grades.js';
import { leansOf, type LeansById } from './leanings.js';
import { manoeuvresShown, pathsShown, type ShownById } from './manoeuvres.js';

/** Raised whenever the same flight comes to other figures: kept ones of an earlier edition are worked out anew. */
export const FIGURES_EDITION = 1;

/** A graded flight in the figures that records are made of: kept beside it, so that a record opens no card and no grade. */
export interface FlightFigures {
	edition: number;
	manoeuvres: ShownById;
	paths: ShownById;
	leans: LeansById;
}

/** What records take from a graded flight: scores, what was met and what failed by manoeuvre and path, and to which side it leant. */
export const flightFigures = (card: Pick<TaskCard, 'phases' | 'upset'>, grade: Grade): FlightFigures => ({
	edition: FIGURES_EDITION,
	manoeuvres: manoeuvresShown(card, grade),
	paths: pathsShown(card, grade),
	leans: leansOf(grade)
});
