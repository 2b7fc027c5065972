import { withConditions as conditioned, type Area, type Conditions, type TaskCard } from '@hanza/core';
import { aircraftCatalog } from '$data';
import { validateCard } from './cards.js';

/** The card with what the day brings put on it; checked again as a whole. @throws HanzaError */
export const withConditions = (card: TaskCard, task: Conditions, area?: Area): TaskCard =>
	validateCard(conditioned(card, task, aircraftCatalog.get(card.aircraft), area), area);
