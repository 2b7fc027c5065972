import { Flight, SeededRandom, setupOf, type ControlInputs } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '../../data/index.js';

export interface FlownState {
	altitudeFt: number;
	headingDeg: number;
	pitchDeg: number;
	bankDeg: number;
	turnedDeg: number;
}

/** Ten minutes of turns, climbs and speed changes by fixed inputs: the same in any engine, or nearly. */
export function flyScript(): FlownState {
	const card = cardCatalog.get('approach-descent');
	const flight = new Flight({
		...setupOf(card, aircraftCatalog.get(card.aircraft), areaCatalog.get(card.area)),
		assist: 'attitude',
		seed: 4711
	});
	const random = new SeededRandom(4711);
	const inputs: ControlInputs = { ...flight.initialControls };
	let turnedDeg = 0;
	for (let i = 0; i < 600 * 120; i++) {
		if (i % 600 === 0) {
			inputs.elevator = random.between(-0.05, 0.05);
			inputs.aileron = random.between(-0.12, 0.12);
			inputs.throttle = random.between(0.55, 0.9);
		}
		// Hands off for most of each five seconds: the assist holds what was set.
		if (i % 600 === 90) inputs.elevator = inputs.aileron = 0;
		flight.step(inputs);
		turnedDeg += Math.abs(flight.panel.turnRateDegPerSecond) / 120;
	}
	const { altitudeFt, headingDeg, pitchDeg, bankDeg } = flight.truth();
	return { altitudeFt, headingDeg, pitchDeg, bankDeg, turnedDeg };
}
