import type { PanelReadings } from '../../aircraft/index.js';
import { normalizeDeg, type SeededRandom } from '../../base/index.js';
import { fpmPerDegree, solveTurn } from '../../navigation/index.js';
import { choice, pick, type Drill, type DrillContext } from './question.js';

/** Between the two panels of a question, s. */
const APART_SECONDS = 10;

interface State {
	climbFpm: number;
	/** Right positive; in rates of turn, °/s. */
	turn: number;
	/** kt gained in the time between. */
	gain: number;
}

/** What the aeroplane can be doing, by item. */
const STATES: Record<string, State & { name: string }> = {
	level: { name: 'straight and level', climbFpm: 0, turn: 0, gain: 0 },
	'level-right': { name: 'a level turn to the right', climbFpm: 0, turn: 3, gain: 0 },
	'level-left': { name: 'a level turn to the left', climbFpm: 0, turn: -3, gain: 0 },
	climb: { name: 'a straight climb', climbFpm: 500, turn: 0, gain: 0 },
	descent: { name: 'a straight descent', climbFpm: -500, turn: 0, gain: 0 },
	'climb-left': { name: 'a climbing turn to the left', climbFpm: 500, turn: -3, gain: 0 },
	'climb-right': { name: 'a climbing turn to the right', climbFpm: 500, turn: 3, gain: 0 },
	'descent-right': { name: 'a descending turn to the right', climbFpm: -500, turn: 3, gain: 0 },
	'descent-left': { name: 'a descending turn to the left', climbFpm: -500, turn: -3, gain: 0 },
	slowing: { name: 'level, losing speed', climbFpm: 0, turn: 0, gain: -14 },
	'spiral-left': {
		name: 'a steepening spiral to the left, speed building',
		climbFpm: -1400,
		turn: -6,
		gain: 18
	}
};

/** What can lie, with the state in which it can be seen to, and what gives it away. */
const LIARS: Record<
	string,
	{
		name: string;
		state: keyof typeof STATES;
		why: string;
		bend: (panel: PanelReadings, first: boolean) => void;
	}
> = {
	attitude: {
		name: 'attitude indicator',
		state: 'level',
		why: 'The turn needle rests, the heading and the compass stand, and the suction is low: the bank is not there.',
		bend: (panel) => {
			panel.bankDeg = 14;
			panel.pitchDeg += 3;
			panel.suctionInHg = 1.8;
		}
	},
	heading: {
		name: 'heading indicator',
		state: 'level-right',
		why: 'Bank and turn needle show a turn, the compass has moved, the heading stands.',
		bend: (panel, first) => {
			if (!first) panel.headingDeg = normalizeDeg(panel.headingDeg - 30);
		}
	},
	turn: {
		name: 'turn coordinator',
		state: 'level-left',
		why: 'Bank and heading show a turn, the turn needle rests, and the ammeter is below nought.',
		bend: (panel) => {
			panel.turnRateDegPerSecond = 0;
			panel.ammeterA = -12;
		}
	},
	altimeter: {
		name: 'altimeter',
		state: 'descent',
		why: 'Nose, power and vertical speed say 500 ft/min down; the altimeter has not moved in ten seconds.',
		bend: (panel, first) => {
			if (!first) panel.altimeterFt += (500 / 60) * APART_SECONDS;
		}
	},
	airspeed: {
		name: 'airspeed indicator',
		state: 'level',
		why: 'Nothing else has changed, neither nose nor power nor altitude; an airspeed that falls to nought has lost its pitot pressure.',
		bend: (panel, first) => {
			panel.airspeedKias = first ? 62 : 8;
		}
	}
};

function panelOf(
	state: State,
	second: boolean,
	base: { headingDeg: number; altitudeFt: number; kias: number }
): PanelReadings {
	const seconds = second ? APART_SECONDS : 0;
	const { climbFpm, turn, gain } = state;
	const bank =
		turn === 0
			? 0
			: Math.sign(turn) * solveTurn({ trueAirspeedKt: base.kias, rateDegPerSecond: Math.abs(turn) }).bankDeg;
	const headingDeg = normalizeDeg(base.headingDeg + turn * seconds);
	const levelPitch = 2.3;
	return {
		airspeedKias: base.kias + (second ? gain : 0),
		altimeterFt: base.altitudeFt + (climbFpm / 60) * seconds,
		verticalSpeedFpm: climbFpm,
		pitchDeg: levelPitch + climbFpm / fpmPerDegree(base.kias) - (second ? gain * 0.1 : 0),
		bankDeg: bank,
		headingDeg,
		turnRateDegPerSecond: turn,
		ballDeg: 0,
		rpm: climbFpm > 100 ? 2430 : climbFpm < -100 ? 1780 : gain < 0 ? 1700 : 2150,
		compassDeg: headingDeg,
		suctionInHg: 5,
		ammeterA: 2,
		outsideAirTempC: 9,
		manifoldPressureInHg: 24,
		fuelL: 120,
		standbyPitchDeg: 0,
		standbyBankDeg: bank,
		radioOn: 1
	};
}

function panels(state: State, random: SeededRandom, { aircraft }: DrillContext) {
	const approach = aircraft.configurations.find(({ id }) => id === 'level-approach');
	const base = {
		headingDeg: pick(random, [20, 60, 110, 150, 200, 240, 300, 330]),
		altitudeFt: 2000 + 100 * Math.floor(random.next() * 20),
		kias: approach?.airspeedKias ?? 90
	};
	return {
		first: panelOf(state, false, base),
		second: panelOf(state, true, base),
		apartSeconds: APART_SECONDS
	};
}

export const panelDrill: Drill = {
	name: 'Read the panel',
	what: 'what is this aeroplane doing, and which instrument lies',
	items: () => [
		...Object.keys(STATES).map((id) => `does/${id}`),
		...Object.keys(LIARS).map((id) => `lies/${id}`)
	],
	ask(item, random, context) {
		const [kind, id] = item.split('/') as ['does' | 'lies', string];
		if (kind === 'does') {
			const state = STATES[id]!;
			return {
				item,
				prompt: 'What is this aeroplane doing?',
				panels: panels(state, random, context),
				answer: choice(
					random,
					state.name,
					Object.values(STATES).map(({ name }) => name)
				),
				explanation: `It is ${state.name}. Attitude first, then what the others say of it: altimeter and vertical speed for the path, turn needle and heading for the turn.`
			};
		}
		const liar = LIARS[id]!;
		const seen = panels(STATES[liar.state]!, random, context);
		liar.bend(seen.first, true);
		liar.bend(seen.second, false);
		return {
			item,
			prompt: 'One instrument lies. Which?',
			panels: seen,
			answer: choice(
				random,
				liar.name,
				Object.values(LIARS).map(({ name }) => name)
			),
			explanation: liar.why
		};
	}
};
