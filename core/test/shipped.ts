import { aircraftShelf, areaShelf, cardShelf, standardShelf } from '../../data/index.js';
import { flyByRobot, TECHNIQUES, type PilotId, type RobotFlight } from '../src/index.js';

/** The shipped documents that several tests fly with. */
export const trainer = aircraftShelf.get('ferrin-160');
export const tourer = aircraftShelf.get('ostrel-240');
export const area = areaShelf.get('veskar');
export const descentCard = cardShelf.get('approach-descent');
export const us = standardShelf.get('us-instrument');
export const eu = standardShelf.get('eu-instrument');

export const fly = (pilot: PilotId, seed: number): RobotFlight =>
	flyByRobot(descentCard, trainer, area, TECHNIQUES[pilot], seed);
