import type { Evidence, FaultKind } from '../../src/index.js';
import { DECISION } from '../../src/aircraft/index.js';
import { runs } from '../../src/base/index.js';
import { ApproachFlight } from '../../src/grading/approach/stretch.js';
import { DETECTOR_DEFAULTS } from '../../src/grading/detector-settings.js';
import { mayGoOn } from '../../src/procedures/index.js';
import type { Account } from './human-pilot.js';
import { STILL_SECONDS } from './outcomes.js';
import { edge, swings, type Truth } from './truth.js';

const gone = (flight: ApproachFlight): boolean => flight.said >= 0 && !goesOn(flight);
const goesOn = (flight: ApproachFlight): boolean =>
	flight.said >= 0 && flight.column('decision')[flight.said] === DECISION.continue;

/** How far from settled the flight was 500 ft above the threshold, 1 being the edge of what is; 0 where it never came there. */
function unsettled(flight: ApproachFlight): number {
	const { approach, card, final, altitude } = flight;
	if (!final) return 0;
	const passed = altitude.findIndex((ft, i) => i >= final.from && ft < approach.threshold.elevationFt + 500);
	if (passed < 0 || (gone(flight) && flight.said < flight.after(passed, 5))) return 0;
	const target = card.phases.find(({ segment, after }) => segment === 'final' && !after)!;
	const wanted = target.targets.airspeedKias?.value;
	const over =
		wanted === undefined ? 0 : flight.meanAbout('calibratedAirspeedKt', passed, STILL_SECONDS) - wanted;
	const sink = -flight.meanAbout('verticalSpeedFpm', passed, STILL_SECONDS);
	const { path } = target;
	const { right, above } = path?.kind === 'course' ? flight.shares(path, passed) : { right: 0, above: 0 };
	return Math.max(
		over / 10,
		-over / 5,
		sink / 1000,
		Math.abs(right),
		Number.isNaN(above) ? 0 : Math.abs(above)
	);
}

/** Seconds of the longest stretch of some phases in which something was so. */
const stretchOf = (
	flight: ApproachFlight,
	phases: (phase: ApproachFlight['flown'][number]) => boolean,
	holds: (i: number, phase: ApproachFlight['flown'][number]) => boolean
): number =>
	Math.max(
		0,
		...flight.flown
			.filter(phases)
			.flatMap((one) =>
				runs(one.from, one.to, 1, (i) => holds(i, one)).map(({ from, to }) => (to - from) / flight.rateHz)
			)
	);

/** The truth of a fault on an approach: by the true state, and by what the human-like pilot meant. */
export function approachTruthOf(
	kind: FaultKind,
	evidence: Evidence,
	onPurpose: boolean,
	/** Of the human-like pilot; robots keep none. */
	account: Account | null = null
): Truth {
	const flight = ApproachFlight.of(evidence)!;
	const { minimum } = flight.approach;
	const shown = (truth: Truth): Truth => (onPurpose && truth === false ? null : truth);
	switch (kind) {
		case 'chases-glidepath':
			return account ? shown(edge(swings(account.meantFpm, 300), 4, 2)) : onPurpose;
		case 'unstable-approach':
			return shown(edge(unsettled(flight), 1.15, 0.85));
		case 'below-path-in-sight': {
			const inSight = ({ phase }: ApproachFlight['flown'][number]) =>
				phase.after === 'continue' && phase.segment === 'final' && phase.path?.kind === 'course';
			const below = (share: number) =>
				stretchOf(flight, inSight, (i, { phase }) => {
					return phase.path?.kind === 'course' && flight.shares(phase.path, i).above < -share;
				});
			return below(0.7) >= 4 ? true : below(0.5) >= 2 ? null : shown(false);
		}
		case 'step-down-broken': {
			const stepped = ({ phase }: ApproachFlight['flown'][number]) =>
				phase.floorFt !== undefined &&
				!phase.after &&
				phase.segment !== 'minimum' &&
				phase.floorFt !== minimum.altitudeFt;
			// Before the final an altitude is flown by the altimeter alone, and more of it is nobody's fault.
			const below = (ft: number) =>
				stretchOf(flight, stepped, (i, { phase }) => {
					const slack = phase.segment === 'final' ? 0 : DETECTOR_DEFAULTS.earlyFloorBelowFt - 20;
					return flight.altitude[i]! < phase.floorFt! - slack - ft;
				});
			// Who did not mean it and was down for less than half a minute was taken there by the air: neither.
			return below(40) >= (onPurpose ? 12 : 30) ? true : below(15) >= 4 ? null : shown(false);
		}
		case 'continued-unseen': {
			const on = ({ phase }: ApproachFlight['flown'][number]) => phase.segment !== 'missed';
			const seconds = stretchOf(flight, on, (i) => {
				return (
					flight.altitude[i]! < minimum.altitudeFt - DETECTOR_DEFAULTS.sinksThroughFt - 15 &&
					flight.beforeNm(i) >= 0 &&
					mayGoOn(flight.sight(i)) === 'no'
				);
			});
			return seconds >= 3 ? true : onPurpose || seconds >= 1 ? null : false;
		}
		default:
			return onPurpose;
	}
}
