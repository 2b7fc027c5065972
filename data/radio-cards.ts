import {
	normalizeDeg,
	RadioCardBuilder,
	steadyWind,
	type Call,
	type CoursePath,
	type HoldPath,
	type RadioSetting,
	type ReversalPath,
	type TaskCard
} from '@hanza/core';

/** The school's own short lists, as they ship. */
const PASSAGE: Pick<Call, 'name' | 'items' | 'withinSeconds'> = {
	name: 'At the station',
	items: ['Turn', 'Time', 'Course set', 'Speed'],
	withinSeconds: 12
};
const OUTBOUND: Pick<Call, 'name' | 'items' | 'withinSeconds'> = {
	name: 'Outbound',
	items: ['Clock', 'Heading with wind'],
	withinSeconds: 12
};

/** Before the cone above a VOR, NM. */
const SHORT_OF_IT_NM = 1;
/** Once the turn on to it has been flown. */
const ON_THE_ARC = { value: 0, mode: 'hold', settleSeconds: 45 } as const;

const INTERCEPTS = 'Radials and courses';
const ARCS = 'Arcs';
const HOLDS = 'Holds';
const REVERSALS = 'Course reversals';
const BEACONS = 'Beacons and pointers';
const POSITIONS = 'Where am I';

const BASE_TURN_SECONDS = 120;
/** Divergence of a base turn: 36° over the minutes outbound, up to 170 kt. Source: ICAO Doc 8168. */
const BASE_TURN_DEG = 36 / (BASE_TURN_SECONDS / 60);

type Begin = { radialDeg: number; distanceNm: number; headingDeg: number };
/** Arrivals at the hold over Lille Skarn, 090 inbound, right turns: one for each sector. */
const ARRIVALS = { direct: 105, teardrop: 230, parallel: 330 } as const;

/**
 * The cards of radio navigation for an aircraft over the Veskar Isles, whose stations they speak of.
 * @throws InputError where the area lacks a station.
 */
export function radioCards(setting: RadioSetting): TaskCard[] {
	const sheet = () => new RadioCardBuilder(setting);
	const course = (
		aid: string,
		courseDeg: number,
		toward: 'to' | 'from',
		interceptDeg?: number
	): CoursePath => ({
		kind: 'course',
		aid,
		courseDeg: normalizeDeg(courseDeg),
		toward,
		...(interceptDeg ? { interceptDeg } : {})
	});
	const near = (aid: string, distanceNm = SHORT_OF_IT_NM) => ({ kind: 'nearer', aid, distanceNm }) as const;
	const far = (aid: string, distanceNm: number) => ({ kind: 'farther', aid, distanceNm }) as const;
	const passed = (aid: string) => ({ kind: 'passed', aid }) as const;

	const cross = steadyWind({ fromDeg: 345, speedKt: 20 });
	const holdPath = (turns: 'left' | 'right', more: Partial<HoldPath> = {}): HoldPath => ({
		kind: 'hold',
		aid: 'LSK',
		inboundCourseDeg: 90,
		turns,
		inboundSeconds: 60,
		timing: 'inbound',
		circuits: 3,
		...more
	});
	const arrive = (headingDeg: number): Begin => ({
		radialDeg: headingDeg + 180,
		distanceNm: 4,
		headingDeg
	});
	const holdCard = (
		id: string,
		name: string,
		summary: string,
		headingDeg: number,
		path: HoldPath,
		more: Partial<TaskCard> = {}
	): TaskCard =>
		sheet()
			.track(course(path.aid, headingDeg, 'to'), passed(path.aid))
			.hold(path, { kind: 'circuits', count: path.circuits + 1 })
			.card(
				id,
				name,
				HOLDS,
				summary,
				{ aid: path.aid, ...arrive(headingDeg) },
				{
					weather: steadyWind({ fromDeg: 40, speedKt: 20 }),
					calls: [
						{ id: 'fix', at: { kind: 'passing', aid: path.aid }, ...PASSAGE },
						{ id: 'outbound', at: { kind: 'outbound' }, ...OUTBOUND }
					],
					...more
				}
			);
	const reversalCard = (
		shape: ReversalPath['shape'],
		name: string,
		summary: string,
		outboundCourseDeg = 270,
		outboundSeconds = 120
	): TaskCard =>
		sheet()
			.track(course('LSK', shape === 'racetrack' ? 80 : 285, 'to'), passed('LSK'))
			.reversal({
				kind: 'reversal',
				shape,
				aid: 'LSK',
				outboundCourseDeg,
				inboundCourseDeg: 90,
				side: 'right',
				outboundSeconds,
				limitNm: 10
			})
			.track(course('LSK', 90, 'to'), { kind: 'any', of: [near('LSK'), passed('LSK')] }, 10)
			.card(
				`reversal-${shape}`,
				name,
				REVERSALS,
				summary,
				{ aid: 'LSK', ...arrive(shape === 'racetrack' ? 80 : 285) },
				{ weather: steadyWind({ fromDeg: 300, speedKt: 15 }) }
			);

	return [
		sheet()
			.intercept(course('VSK', 70, 'to', 45))
			.track(course('VSK', 70, 'to'), near('VSK'))
			.card(
				'intercept-inbound',
				'Intercept a radial inbound',
				INTERCEPTS,
				'Set the course, see its side, cut it at 45°, lead the turn, and fly it to the station.',
				{ aid: 'VSK', radialDeg: 232, distanceNm: 12, headingDeg: 70 }
			),
		sheet()
			.intercept(course('VSK', 130, 'from', 30))
			.track(course('VSK', 130, 'from'), far('VSK', 14))
			.card(
				'intercept-outbound',
				'Intercept a radial outbound',
				INTERCEPTS,
				'Leaving the station on a radial that is not under you: a cut of 30°, and outbound on it.',
				{ aid: 'VSK', radialDeg: 160, distanceNm: 4, headingDeg: 105 }
			),
		sheet()
			.intercept(course('VSK', 250, 'to', 60))
			.track(course('VSK', 250, 'to'), near('VSK'))
			.leg(
				'Over the station',
				'The needle goes where it likes: hold the heading, wait for “from”.',
				course('VSK', 250, 'from'),
				far('VSK', 2)
			)
			.track(course('VSK', 250, 'from'), far('VSK', 9), 15)
			.card(
				'track-crosswind',
				'Track through a station in a crosswind',
				INTERCEPTS,
				'Twenty knots across: bracket, keep what stops the drift, hold it over the station, and go on outbound.',
				{ aid: 'VSK', radialDeg: 83, distanceNm: 12, headingDeg: 250 },
				{ weather: cross }
			),
		sheet()
			.track(course('TRK', 20, 'to'), near('TRK'), 10)
			.card(
				'bracket',
				'Bracket an unknown wind',
				INTERCEPTS,
				'On the course with no correction and a wind that nobody tells: 20, 10, 5, and what is left is the wind.',
				{ aid: 'TRK', radialDeg: 200, distanceNm: 14, headingDeg: 20 },
				{ weather: steadyWind({ fromDeg: 100, speedKt: 20 }), windInBrief: false }
			),
		sheet()
			.track({ ...course('ORMEK', 60, 'to'), fullScale: { nm: 1 } }, near('ORMEK', 1), 10)
			.card(
				'rnav-course',
				'A course to a fix by RNAV',
				INTERCEPTS,
				'A needle by distance, not by angle: a mile is full scale, far out and near.',
				{ aid: 'ORMEK', radialDeg: 240, distanceNm: 9, headingDeg: 60 },
				{ weather: cross }
			),
		sheet()
			.leg(
				'Nose on the pointer to MRN',
				'Tune, identify, pointer to the nose, and keep it there. See where the wind takes you.',
				{ kind: 'homing', aid: 'MRN', method: 'home' },
				passed('MRN')
			)
			.card(
				'homing',
				'Homing on a beacon',
				BEACONS,
				'Nose on the pointer all the way: it arrives, on a curve. The plan shows which.',
				{ aid: 'MRN', radialDeg: 200, distanceNm: 9, headingDeg: 20 },
				{ weather: steadyWind({ fromDeg: 290, speedKt: 20 }), planInFlight: true }
			),
		sheet()
			.track(course('MRN', 20, 'to'), near('MRN', 1), 20)
			.leg(
				'Over the beacon',
				'Hold the heading until the pointer has swung round.',
				course('MRN', 20, 'from'),
				far('MRN', 2),
				{}
			)
			.track(course('MRN', 20, 'from'), far('MRN', 7), 30)
			.card(
				'tracking-beacon',
				'Tracking to and from a beacon',
				BEACONS,
				'The same wind, a straight line: the pointer off the nose by the correction, and past the beacon off the tail.',
				{ aid: 'MRN', radialDeg: 200, distanceNm: 9, headingDeg: 20 },
				{ weather: steadyWind({ fromDeg: 290, speedKt: 20 }) }
			),
		sheet()
			.track(course('VSK', 180, 'from'), far('VSK', 9.5), 10)
			.leg(
				'Arc of 10 NM, clockwise',
				'Turn 90° at the lead, then ten degrees of heading for ten of pointer. Off by half a mile: 10 to 20° toward the arc.',
				{ kind: 'arc', aid: 'VSK', radiusNm: 10, direction: 'clockwise' },
				{ kind: 'radial', aid: 'VSK', radialDeg: 267 },
				{ arcNm: ON_THE_ARC },
				3
			)
			.track(course('VSK', 90, 'to'), near('VSK', 3), 45)
			.card(
				'arc',
				'Arc about a station',
				ARCS,
				'Out on a radial, round on ten miles, and off at the lead radial inbound.',
				{ aid: 'VSK', radialDeg: 180, distanceNm: 5, headingDeg: 180 },
				{ weather: steadyWind({ fromDeg: 320, speedKt: 15 }) }
			),
		sheet()
			.track(course('OSD', 340, 'from'), far('OSD', 7.5), 10)
			.leg(
				'Arc of 8 NM, counterclockwise',
				'The station on the left wing. Blown out: pointer ahead of the wing; blown in: let it trail.',
				{ kind: 'arc', aid: 'OSD', radiusNm: 8, direction: 'counterclockwise' },
				{ kind: 'radial', aid: 'OSD', radialDeg: 273 },
				{ arcNm: ON_THE_ARC },
				3
			)
			.track(course('OSD', 90, 'to'), near('OSD', 2.5), 45)
			.card(
				'arc-wind',
				'Arc in wind, the other way',
				ARCS,
				'Eight miles with the wind changing its side all the way round.',
				{ aid: 'OSD', radialDeg: 340, distanceNm: 4, headingDeg: 340 },
				{ weather: steadyWind({ fromDeg: 250, speedKt: 25 }) }
			),
		holdCard(
			'hold-direct',
			'Hold, direct entry',
			'Over the station, outbound at once, three circuits in a crosswind.',
			ARRIVALS.direct,
			holdPath('right')
		),
		holdCard(
			'hold-teardrop',
			'Hold, teardrop entry',
			'Thirty degrees into the holding side for a minute, then round on to the course.',
			ARRIVALS.teardrop,
			holdPath('right')
		),
		holdCard(
			'hold-parallel',
			'Hold, parallel entry',
			'Outbound on the other side for a minute, round through more than 180°, and in.',
			ARRIVALS.parallel,
			holdPath('right')
		),
		holdCard(
			'hold-left',
			'Hold with left turns',
			'The same, mirrored: left turns, timed by the outbound leg.',
			75,
			holdPath('left', { timing: 'outbound' })
		),
		holdCard(
			'hold-leave',
			'Hold, and leave at a time',
			'Two circuits, the second made as long or short as it takes to be over the fix at the minute given.',
			ARRIVALS.direct,
			holdPath('right', { circuits: 2, leaveAtSeconds: 900 })
		),
		holdCard(
			'hold-beacon',
			'Hold over a beacon',
			'By the pointer alone: no distance, a dip in every turn, and a swing over the beacon that is no passage yet.',
			ARRIVALS.direct,
			holdPath('right', { aid: 'MRN' }),
			{ weather: steadyWind({ fromDeg: 300, speedKt: 15 }) }
		),
		holdCard(
			'hold-fix',
			'Hold at a fix by RNAV',
			'A needle by distance, a bearing in figures: the same hold where no station stands.',
			ARRIVALS.direct,
			holdPath('right', { aid: 'ORMEK' })
		),
		holdCard(
			'hold-find-wind',
			'Find the wind in a hold',
			'A wind that nobody tells: find the heading that holds the course, circuit by circuit. The debrief shows how near it came.',
			ARRIVALS.direct,
			holdPath('right'),
			{ weather: steadyWind({ fromDeg: 340, speedKt: 18 }), windInBrief: false }
		),
		holdCard(
			'hold-timing',
			'Correct the time of a hold',
			'Fifteen knots along the hold: after the first circuit the minute inbound is wrong, and what it had too much or too little goes into the next outbound leg.',
			ARRIVALS.direct,
			holdPath('right'),
			{ weather: steadyWind({ fromDeg: 270, speedKt: 15 }) }
		),
		reversalCard(
			'45-180',
			'Procedure turn, 45° and 180°',
			'Out, 45° off for a minute, round and in, inside ten miles.'
		),
		reversalCard(
			'80-260',
			'Procedure turn, 80° and 260°',
			'Out, 80° off and at once 260° back: less time, less room.',
			270,
			150
		),
		reversalCard(
			'base-turn',
			'Base turn',
			'Out on a track that spreads from the inbound course, then one turn on to it.',
			normalizeDeg(270 - BASE_TURN_DEG),
			BASE_TURN_SECONDS
		),
		reversalCard(
			'racetrack',
			'Racetrack',
			'Round over the station, out for a minute, round on to the course.'
		),
		sheet()
			.leg(
				'Where are you?',
				'Tune VSK and HMY, identify both, read the radials, and put your mark where they cross.',
				{ kind: 'position', aids: ['VSK', 'HMY'] },
				{ kind: 'marked' }
			)
			.card(
				'two-radials',
				'Tune, identify, where am I',
				POSITIONS,
				'Two stations, two radials, one place: say where it is, and see how near you were.',
				{ aid: 'VSK', radialDeg: 215, distanceNm: 11, headingDeg: 280 }
			),
		sheet()
			.leg(
				'How far is NBN?',
				'It gives no distance. Put it off the wing, time ten degrees of bearing, and say where you are.',
				{ kind: 'position', aids: ['NBN', 'NBN'] },
				{ kind: 'marked' }
			)
			.card(
				'time-to-station',
				'Time and distance to a station',
				POSITIONS,
				'A bearing that changes tells the distance: seconds over degrees, times sixty.',
				{ aid: 'NBN', radialDeg: 80, distanceNm: 9, headingDeg: 350 }
			),
		sheet()
			.leg(
				'Find out where you are',
				'Any two stations that you can hear. Identify, cross the bearings, mark the place.',
				{ kind: 'position', aids: ['TRK', 'OSD'] },
				{ kind: 'marked' }
			)
			.leg(
				'To Torn',
				'Now go to TRK, straight.',
				{ kind: 'homing', aid: 'TRK', method: 'track' },
				passed('TRK')
			)
			.card(
				'unknown-position',
				'Unknown position',
				POSITIONS,
				'Somewhere over the water between the islands. Find yourself, then fly to Torn.',
				{ aid: 'TRK', radialDeg: 160, distanceNm: 12, headingDeg: 60 }
			)
	];
}
