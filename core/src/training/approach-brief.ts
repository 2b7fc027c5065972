import { formatHeading, HanzaError } from '../base/index.js';
import {
	feetPerNmOf,
	solveColdTemperature,
	solveVdp,
	solveWindTriangle,
	roughTrueKt
} from '../navigation/index.js';
import { compassCourseDeg, type PathQuestion } from '../paths/index.js';
import { endOf, isPrecise, lowestOf, type Minimum, type Procedure } from '../procedures/index.js';
import { windAt } from '../world/index.js';
import type { CardApproach } from './approach.js';
import type { TaskCard } from './card.js';

/** A number of a card that can be worked out before it is flown; its id names the phase and what is asked. */
export interface BriefQuestion extends PathQuestion {
	/** Index of the phase. */
	phase: number;
}

/** Near enough to count. */
const WITHIN = { courseDeg: 0.6, headingDeg: 3, fpm: 50, seconds: 5, vdpNm: 0.2, coldFt: 15, pathFt: 20 };

/** How a missed approach point may be known: what the brief lets one choose from. */
const MISSED_POINTS = {
	'decision-altitude': 'at the decision altitude',
	fix: 'over a fix or a station',
	distance: 'by a distance',
	time: 'by time from the final fix'
} as const satisfies Record<Procedure['missedPoint']['kind'], string>;

/** Flap by its setting: "flap up", "flap 10°". */
const flapWords = (deg: number): string => (deg === 0 ? 'flap up' : `flap ${deg}°`);

/** What else a first action might be, so that a choice is one. */
const OTHER_ACTIONS = [
	'Level off and tell the controller',
	'Turn to the hold at once',
	'Flap up, then power'
];

const minimumName = ({ guidance, altitudeFt }: Minimum): string => `${altitudeFt} ft, ${guidance}`;

/**
 * What an approach lets one work out before it is flown, in the order in which it is flown: which minimum, aids, course,
 * altitudes, the numbers of the day, the minimum and its bug, the missed approach point and its first actions.
 */
export function approachBrief(card: TaskCard, approach: CardApproach): BriefQuestion[] {
	const { procedure, minimum, threshold, finalFix, category } = approach;
	const { final } = procedure;
	const told = card.windInBrief !== false;
	const phaseOf = (segment: string) =>
		Math.max(
			0,
			card.phases.findIndex((phase) => phase.segment === segment)
		);
	const found: BriefQuestion[] = [];
	const ask = (segment: string, id: string, question: Omit<PathQuestion, 'id'>) =>
		void found.push({ id: `approach-${id}`, phase: phaseOf(segment), ...question });

	const others = procedure.minima.filter((one) => one !== minimum).map(minimumName);
	ask('initial', 'minimum', {
		ask: `Which minimum applies, category ${category}, altimeter of ${minimum.altimeterFrom ?? procedure.airport}`,
		answer: {
			kind: 'choice',
			options: [...new Set([minimumName(minimum), ...others])].sort(),
			right: minimumName(minimum)
		},
		why: `Guided by ${minimum.guidance}, category ${category}, set by ${minimum.altimeterFrom ?? procedure.airport}: ${minimum.kind === 'decision' ? 'decide' : 'no lower than'} ${minimum.altitudeFt} ft.`
	});
	const station = card.navigation?.places.find(({ id }) => id === final.aid);
	if (station?.frequency !== undefined) {
		const unit = station.kind === 'ndb' ? 'kHz' : 'MHz';
		ask('initial', 'frequency', {
			ask: `Frequency of ${final.aid}, ${unit}`,
			answer: { kind: 'frequency', value: station.frequency, unit },
			why: `${final.aid} on ${unit === 'MHz' ? station.frequency.toFixed(2) : station.frequency} ${unit}: tune, identify, then believe.`
		});
	}
	ask('initial', 'course', {
		ask: 'Final course',
		answer: { kind: 'direction', deg: final.courseDeg, withinDeg: WITHIN.courseDeg },
		why: `${formatHeading(final.courseDeg)} by ${final.aid}.`
	});
	// A fix may be passed twice, out and in again.
	const asked = new Set<string>();
	for (const leg of procedure.legs) {
		const ft = lowestOf(leg.altitude);
		const to = endOf(leg);
		if (ft === null || to === null) continue;
		ask(leg.segment, `altitude-${to}-${leg.segment}`, {
			ask: asked.has(to) ? `How low until ${to}, ${leg.segment}` : `How low until ${to}`,
			answer: { kind: 'altitude', ft, withinFt: 0.5 },
			why: `${ft} ft until ${to} has been passed.`
		});
		asked.add(to);
	}
	if (told) {
		const altitudeFt = finalFix.altitudeFt;
		const wind = windAt(card.weather, altitudeFt);
		const speed = card.phases[phaseOf('final')]!.targets.airspeedKias?.value ?? card.start.airspeedKias;
		const input = {
			courseDeg: compassCourseDeg(card.navigation, final.aid, final.courseDeg),
			trueAirspeedKt: roughTrueKt(speed, altitudeFt),
			windFromDeg: wind.fromDeg,
			windSpeedKt: wind.speedKt
		};
		const { headingDeg, groundspeedKt } = solveWindTriangle(input);
		ask('final', 'heading', {
			ask: 'Heading that holds the final course',
			answer: { kind: 'direction', deg: headingDeg, withinDeg: WITHIN.headingDeg },
			why: `${Math.round(groundspeedKt)} kt over the ground.`,
			worked: { by: 'wind', input }
		});
		const feetPerNm = isPrecise(final.guidance)
			? feetPerNmOf(final.angleDeg)
			: (altitudeFt - threshold.elevationFt - final.crossingHeightFt) / Math.max(0.5, finalFix.beforeNm);
		if (procedure.straightIn) {
			const fpm = (-feetPerNm * groundspeedKt) / 60;
			ask('final', 'rate', {
				ask: 'Rate down the final, ft/min',
				answer: { kind: 'rate', fpm, withinFpm: WITHIN.fpm },
				why: `${Math.round(feetPerNm)} ft in a mile at ${Math.round(groundspeedKt)} kt: ${Math.round(-fpm / 10) * 10} ft/min; five times the groundspeed is ${Math.round(groundspeedKt * 5)}.`
			});
		}
		if (procedure.missedPoint.kind === 'time') {
			const seconds = ((finalFix.beforeNm - approach.missedPoint.beforeNm) / groundspeedKt) * 3600;
			ask('final', 'time', {
				ask: 'Time from the final fix to the missed approach point, s',
				answer: { kind: 'seconds', seconds, from: seconds - WITHIN.seconds, to: seconds + WITHIN.seconds },
				why: `${(finalFix.beforeNm - approach.missedPoint.beforeNm).toFixed(1)} NM at ${Math.round(groundspeedKt)} kt.`
			});
		}
		if (minimum.kind === 'descent' && procedure.straightIn)
			quietly(() => {
				const { distanceFromThresholdNm, rules } = solveVdp({
					minimumFt: minimum.altitudeFt,
					thresholdElevationFt: threshold.elevationFt,
					thresholdCrossingHeightFt: final.crossingHeightFt,
					angleDeg: final.angleDeg,
					fafToThresholdNm: finalFix.beforeNm,
					groundspeedKt
				});
				ask('final', 'visual', {
					ask: 'Visual descent point, NM before the threshold',
					answer: { kind: 'distance', nm: distanceFromThresholdNm, withinNm: WITHIN.vdpNm },
					why: `Height over 300 gives ${rules.heightOver300Nm.toFixed(1)} NM.`
				});
			});
	}
	if (isPrecise(final.guidance) && minimum.kind === 'decision') {
		const ft =
			threshold.elevationFt + final.crossingHeightFt + feetPerNmOf(final.angleDeg) * finalFix.beforeNm;
		ask('final', 'path', {
			ask: `Altitude of the path at ${final.finalFix}, ft`,
			answer: { kind: 'altitude', ft, withinFt: WITHIN.pathFt },
			why: `${Math.round(feetPerNmOf(final.angleDeg))} ft in a mile over the crossing height: where the altimeter and the needle have to agree.`
		});
	}
	const flaps = card.phases[phaseOf('final')]?.configuration?.flapsDeg;
	if (flaps !== undefined)
		ask('final', 'configuration', {
			ask: 'Flap on the final',
			answer: { kind: 'choice', options: [0, 10, 20, 30].map(flapWords), right: flapWords(flaps) },
			why: `${flapWords(flaps)}, from the aircraft’s own approach descent.`
		});
	const step = approach.bugFt % 20 === 0 && minimum.altitudeFt % 20 !== 0 ? 20 : 10;
	ask('minimum', 'bug', {
		ask: `The bug for the minimum, rounded up to ${step} ft`,
		answer: { kind: 'altitude', ft: approach.bugFt, withinFt: 0.5 },
		why: `${minimum.altitudeFt} ft${approach.addedFt > 0 ? ` and ${approach.addedFt} ft of margin` : ''}, up and never down.`
	});
	const fieldC = Math.max(
		-60,
		Math.min(50, 15 + card.weather.temperatureOffsetC - 0.00198 * threshold.elevationFt)
	);
	const { correctionFt } = solveColdTemperature({
		heightFt: Math.max(0, minimum.altitudeFt - threshold.elevationFt),
		aerodromeElevationFt: threshold.elevationFt,
		aerodromeTemperatureC: fieldC
	});
	if (correctionFt >= 5)
		ask('minimum', 'cold', {
			ask: `What the cold adds to the minimum (${Math.round(fieldC)} °C), ft`,
			answer: { kind: 'altitude', ft: correctionFt, withinFt: WITHIN.coldFt },
			why: 'About four in a hundred of the height for each ten degrees under standard.'
		});
	ask('minimum', 'missed-point', {
		ask: 'How the missed approach point is known',
		answer: {
			kind: 'choice',
			options: Object.values(MISSED_POINTS),
			right: MISSED_POINTS[procedure.missedPoint.kind]
		},
		why: `${MISSED_POINTS[procedure.missedPoint.kind]}.`
	});
	const actions = procedure.missed.firstActions.map(({ text }) => text);
	actions.slice(0, 2).forEach((right, i) =>
		ask('missed', `action-${i + 1}`, {
			ask: i === 0 ? 'Missed: the first thing' : 'Missed: the second',
			answer: { kind: 'choice', options: [...new Set([...actions, ...OTHER_ACTIONS])].sort(), right },
			why: `${right}.`
		})
	);
	return found;
}

/** What the solvers refuse is not asked. */
function quietly(work: () => void): void {
	try {
		work();
	} catch (error) {
		if (!(error instanceof HanzaError)) throw error;
	}
}
