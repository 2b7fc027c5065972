import {
	formatHeading,
	groundTrack,
	holdSectors,
	holdTrack,
	normalizeDeg,
	reversalParts,
	scaled,
	signed,
	solveArc,
	solveCompassTurn,
	solveDescent,
	solveHold,
	solveHoldEntry,
	solveIntercept,
	solveReversal,
	solveStation,
	solveTurn,
	solveWindTriangle,
	summed,
	unitVector,
	windVector,
	type Plane
} from '@hanza/core';
import type { Drawing } from './drawing.js';

export interface NumberField {
	id: string;
	label: string;
	kind: 'number';
	usual: number;
	min: number;
	max: number;
	step: number;
	unit: string;
	/** A direction that can be dragged on the dial. */
	drag?: 'wind' | 'heading';
}
export interface ChoiceField {
	id: string;
	label: string;
	kind: 'choice';
	usual: string;
	options: string[];
}
export type Field = NumberField | ChoiceField;

export interface Row {
	label: string;
	/** The exact answer, with its unit. */
	exact: string;
	/** What the rule of thumb says, beside it. */
	rule?: string;
	/** To be tried first: the number, within which it counts as right, and whether it is a direction. */
	asked?: { value: number; within: number; unit: string; circular?: boolean };
}

export interface Answer {
	rows: Row[];
	table?: { head: string[]; rows: string[][] };
	drawing: Drawing | null;
	note: string;
}

export interface Tool {
	name: string;
	fields: Field[];
	/** @throws HanzaError with words to show. */
	solve: (numbers: Record<string, number>, choices: Record<string, string>) => Answer;
}

const ORIGIN: Plane = { north: 0, east: 0 };
const at = (deg: number, nm: number): Plane => scaled(unitVector(deg), nm);
const number = (
	id: string,
	label: string,
	usual: number,
	min: number,
	max: number,
	unit: string,
	step = 1
): NumberField => ({
	id,
	label,
	kind: 'number',
	usual,
	min,
	max,
	step,
	unit
});
const direction = (id: string, label: string, usual: number, drag?: NumberField['drag']): NumberField => ({
	...number(id, label, usual, 0, 360, '°'),
	...(drag ? { drag } : {})
});
const airspeed = number('trueAirspeedKt', 'True airspeed', 100, 40, 300, 'kt');
const WIND = [
	direction('windFromDeg', 'Wind from', 210, 'wind'),
	number('windSpeedKt', 'Wind speed', 15, 0, 80, 'kt')
];
const windOf = (n: Record<string, number>) => ({
	windFromDeg: n.windFromDeg!,
	windSpeedKt: n.windSpeedKt!,
	trueAirspeedKt: n.trueAirspeedKt!
});
const deg = (value: number): string => `${formatHeading(value)}°`;
const kt = (value: number): string => `${value.toFixed(0)} kt`;
const nm = (value: number): string => `${value.toFixed(2)} NM`;
const seconds = (value: number): string =>
	value < 60
		? `${value.toFixed(0)} s`
		: `${Math.floor(value / 60)} min ${String(Math.round(value % 60) % 60).padStart(2, '0')} s`;
const drift = (value: number): string =>
	Math.abs(value) < 0.05 ? 'none' : `${Math.abs(value).toFixed(1)}° ${value > 0 ? 'right' : 'left'}`;
const heading = (value: number) => ({ value, within: 3, unit: '°', circular: true });

export const TOOLS = {
	hold: {
		name: 'Hold',
		fields: [
			direction('inboundCourseDeg', 'Inbound course', 30),
			{ id: 'turns', label: 'Turns', kind: 'choice', usual: 'right', options: ['right', 'left'] },
			direction('arrivalHeadingDeg', 'Arrival heading', 80, 'heading'),
			airspeed,
			...WIND,
			number('inboundSeconds', 'Inbound', 60, 30, 240, 's', 5),
			number('bankLimitDeg', 'Bank at most', 25, 10, 45, '°')
		],
		solve(n, c) {
			const turns = c.turns as 'right' | 'left';
			const input = {
				inboundCourseDeg: n.inboundCourseDeg!,
				turns,
				inboundSeconds: n.inboundSeconds!,
				bankLimitDeg: n.bankLimitDeg!,
				...windOf(n)
			};
			const entry = solveHoldEntry({
				inboundCourseDeg: n.inboundCourseDeg!,
				turns,
				arrivalHeadingDeg: n.arrivalHeadingDeg!
			});
			const hold = solveHold(input);
			const track = holdTrack(input, hold, hold.outboundHeadingDeg, hold.outboundSeconds);
			const end = track.at(-1)!;
			const [two, three] = hold.schools;
			return {
				rows: [
					{
						label: 'Entry',
						exact: entry.alsoAllowed.length
							? `${entry.entry}, or ${entry.alsoAllowed.join(', ')}`
							: entry.entry,
						rule: `outbound first on ${deg(entry.firstHeadingDeg)}, before wind`
					},
					{
						label: 'Inbound heading',
						exact: `${deg(hold.inboundHeadingDeg)}, correction ${drift(hold.inboundWindCorrectionDeg)}`,
						asked: heading(hold.inboundHeadingDeg)
					},
					{
						label: 'Outbound heading',
						exact: `${deg(hold.outboundHeadingDeg)}${hold.outboundCorrectionRatio === null ? '' : `, ${hold.outboundCorrectionRatio.toFixed(1)} times the inbound correction`}`,
						rule: `2 ×: ${deg(two!.outboundHeadingDeg)}, 3 ×: ${deg(three!.outboundHeadingDeg)}`,
						asked: heading(hold.outboundHeadingDeg)
					},
					{
						label: 'Outbound time',
						exact: `${hold.outboundSeconds.toFixed(0)} s from wings level, ${hold.secondsFromAbeam.toFixed(0)} s from abeam`,
						rule: `${(n.inboundSeconds! + hold.inboundGroundspeedKt - n.trueAirspeedKt!).toFixed(0)} s by a second a knot: about half of what is needed`,
						asked: { value: hold.outboundSeconds, within: 5, unit: 's' }
					},
					{
						label: 'Miss at the end',
						exact: 'none',
						rule: `2 ×: ${Math.abs(two!.missNm).toFixed(2)} NM ${two!.missNm > 0 ? 'right' : 'left'}, 3 ×: ${Math.abs(three!.missNm).toFixed(2)} NM ${three!.missNm > 0 ? 'right' : 'left'} of the course`
					},
					{ label: 'Inbound groundspeed', exact: kt(hold.inboundGroundspeedKt) }
				],
				drawing: {
					title: 'The hold in this wind: exact, and by the two rules; entry sectors on the ring',
					sectors: holdSectors(n.inboundCourseDeg!, turns).map(({ entry, fromDeg, toDeg }) => ({
						fromDeg,
						toDeg,
						text: entry
					})),
					unit: 'NM',
					marks: [ORIGIN],
					labels: [{ at: ORIGIN, text: 'fix' }],
					shapes: [
						{
							points: [at(n.inboundCourseDeg! + 180, 3), at(n.inboundCourseDeg!, 0.6)],
							stroke: 'course',
							arrow: true
						},
						...hold.schools.map(({ outboundHeadingDeg }) => ({
							points: holdTrack(input, hold, outboundHeadingDeg, hold.outboundSeconds),
							stroke: 'school' as const
						})),
						{ points: [...track, end, ORIGIN], stroke: 'exact' }
					]
				},
				note: 'Line: exact for this wind. Dashed: two and three times the inbound correction, flown for the same time. Instant roll, steady wind.'
			};
		}
	},
	wind: {
		name: 'Wind',
		fields: [direction('courseDeg', 'Course', 90), airspeed, ...WIND],
		solve(n) {
			const found = solveWindTriangle({ courseDeg: n.courseDeg!, ...windOf(n) });
			const air = at(found.headingDeg, n.trueAirspeedKt!);
			const rule = (Math.abs(found.crosswindKt) * 60) / n.trueAirspeedKt!;
			return {
				rows: [
					{ label: 'Heading', exact: deg(found.headingDeg), asked: heading(found.headingDeg) },
					{
						label: 'Wind correction',
						exact: drift(found.windCorrectionDeg),
						rule: `${rule.toFixed(0)}° by one in sixty`
					},
					{
						label: 'Groundspeed',
						exact: kt(found.groundspeedKt),
						asked: { value: found.groundspeedKt, within: 4, unit: 'kt' }
					},
					{
						label: 'Along and across',
						exact: `${kt(Math.abs(found.headwindKt))} ${found.headwindKt >= 0 ? 'against' : 'behind'}, ${kt(Math.abs(found.crosswindKt))} from the ${found.crosswindKt >= 0 ? 'right' : 'left'}`
					}
				],
				drawing: {
					title: 'The wind triangle: through the air, the wind, and over the ground',
					unit: 'kt',
					marks: [ORIGIN],
					labels: [
						{ at: scaled(air, 0.5), text: 'air' },
						{ at: at(n.courseDeg!, found.groundspeedKt * 0.55), text: 'ground' }
					],
					shapes: [
						{ points: [ORIGIN, air], stroke: 'exact', arrow: true },
						{
							points: [air, summed(air, windVector(n.windFromDeg!, n.windSpeedKt!))],
							stroke: 'wind',
							arrow: true
						},
						{ points: [ORIGIN, at(n.courseDeg!, found.groundspeedKt)], stroke: 'course', arrow: true }
					]
				},
				note: 'All directions of one kind: all magnetic, or all true.'
			};
		}
	},
	turn: {
		name: 'Turn',
		fields: [airspeed, number('rateDegPerSecond', 'Rate', 3, 0.5, 6, '°/s', 0.5)],
		solve(n) {
			const turn = solveTurn({ trueAirspeedKt: n.trueAirspeedKt!, rateDegPerSecond: n.rateDegPerSecond! });
			const standard = n.rateDegPerSecond === 3;
			return {
				rows: [
					{
						label: 'Bank',
						exact: `${turn.bankDeg.toFixed(1)}°`,
						rule: standard
							? `a tenth and five: ${turn.rules.tenPercentPlusFiveDeg.toFixed(0)}°; fifteen hundredths: ${turn.rules.fifteenPercentDeg.toFixed(0)}°`
							: 'rules are for three degrees a second',
						asked: { value: turn.bankDeg, within: 2, unit: '°' }
					},
					{
						label: 'Radius',
						exact: nm(turn.radiusNm),
						rule: `speed over 190: ${nm(n.trueAirspeedKt! / 190)}`
					},
					{ label: 'All the way round', exact: seconds(turn.secondsPer360) },
					{ label: 'Roll out before the heading by', exact: `${turn.rules.halfBankRollOutDeg.toFixed(0)}°` },
					{ label: 'Load factor', exact: turn.loadFactor.toFixed(2) }
				],
				drawing: {
					title: 'The turn in still air, to scale',
					unit: 'NM',
					marks: [],
					labels: [],
					shapes: [
						{
							points: groundTrack(
								[{ headingDeg: 0, byDeg: 350, seconds: 350 / n.rateDegPerSecond! }],
								n.trueAirspeedKt!,
								ORIGIN
							),
							stroke: 'exact',
							arrow: true
						}
					]
				},
				note: 'Coordinated and level.'
			};
		}
	},
	intercept: {
		name: 'Intercept',
		fields: [
			direction('selectedCourseDeg', 'Course', 90),
			direction('bearingToStationDeg', 'Bearing of the station', 120),
			number('distanceNm', 'Distance', 10, 0.5, 60, 'NM', 0.5),
			number('interceptAngleDeg', 'Angle', 45, 10, 90, '°', 5)
		],
		solve(n) {
			const input = {
				selectedCourseDeg: n.selectedCourseDeg!,
				bearingToStationDeg: n.bearingToStationDeg!,
				distanceNm: n.distanceNm!,
				interceptAngleDeg: n.interceptAngleDeg!
			};
			const found = solveIntercept(input);
			const here = at(n.bearingToStationDeg! + 180, n.distanceNm!);
			const meets = summed(here, at(found.headingDeg, found.distanceToInterceptNm));
			const long = Math.max(n.distanceNm!, 3) * 1.2;
			return {
				rows: [
					{ label: 'The course lies to the', exact: found.turnToward },
					{ label: 'Heading', exact: deg(found.headingDeg), asked: heading(found.headingDeg) },
					{
						label: 'Off the course',
						exact: nm(Math.abs(found.crossTrackNm)),
						rule: `${nm((Math.abs(signedOff(n)) * n.distanceNm!) / 60)} by one in sixty`
					},
					{ label: 'To the course', exact: nm(found.distanceToInterceptNm) }
				],
				drawing: {
					title: 'The course, the aircraft and the cut, to scale',
					unit: 'NM',
					marks: [ORIGIN],
					labels: [
						{ at: ORIGIN, text: 'station' },
						{ at: here, text: 'you' }
					],
					shapes: [
						{
							points: [at(n.selectedCourseDeg! + 180, long), at(n.selectedCourseDeg!, long)],
							stroke: 'course',
							arrow: true
						},
						{ points: [here, meets], stroke: 'exact', arrow: true }
					]
				},
				note: 'In still air. The cut is taken from the course, not from the heading flown.'
			};
		}
	},
	arc: {
		name: 'Arc',
		fields: [
			number('radiusNm', 'Distance', 10, 2, 40, 'NM'),
			{
				id: 'direction',
				label: 'Way round',
				kind: 'choice',
				usual: 'clockwise',
				options: ['clockwise', 'counterclockwise']
			},
			direction('fromRadialDeg', 'From radial', 200),
			direction('toRadialDeg', 'To radial', 290),
			airspeed,
			...WIND,
			number('stepDeg', 'Every', 10, 5, 45, '°', 5)
		],
		solve(n, c) {
			const arc = solveArc({
				radiusNm: n.radiusNm!,
				direction: c.direction as 'clockwise' | 'counterclockwise',
				fromRadialDeg: n.fromRadialDeg!,
				toRadialDeg: n.toRadialDeg!,
				stepDeg: n.stepDeg!,
				...windOf(n)
			});
			const { radiusNm } = solveTurn({ trueAirspeedKt: n.trueAirspeedKt!, rateDegPerSecond: 3 });
			const leadDeg = (60 * radiusNm) / n.radiusNm!;
			const side = c.direction === 'clockwise' ? 1 : -1;
			const leadRadial = normalizeDeg(n.toRadialDeg! - side * leadDeg);
			const sweep = normalizeDeg(side * (n.toRadialDeg! - n.fromRadialDeg!));
			const round = Array.from({ length: Math.ceil(sweep / 2) + 1 }, (_, i) =>
				at(n.fromRadialDeg! + side * Math.min(sweep, i * 2), n.radiusNm!)
			);
			const first = arc.rows[0]!;
			return {
				rows: [
					{
						label: 'First heading',
						exact: deg(first.headingDeg),
						rule: `a right angle to the radial: ${deg(n.fromRadialDeg! + side * 90)}`,
						asked: heading(first.headingDeg)
					},
					{ label: 'Length and time', exact: `${nm(arc.lengthNm)}, ${seconds(arc.seconds)}` },
					{
						label: 'Turn in before the distance by',
						exact: `${nm(radiusNm)} in still air`,
						rule: 'half a mile up to 150 kt'
					},
					{
						label: 'Lead radial',
						exact: deg(leadRadial),
						rule: `60 × turn radius over distance: ${leadDeg.toFixed(0)}° before`
					}
				],
				table: {
					head: ['radial', 'heading', 'over ground', 'pointer'],
					rows: arc.rows.map((row) => [
						deg(row.radialDeg),
						deg(row.headingDeg),
						kt(row.groundspeedKt),
						`${signed(row.pointerRelativeDeg, 0)}°`
					])
				},
				drawing: {
					title: 'The arc with the nose at each radial, to scale',
					unit: 'NM',
					marks: [ORIGIN],
					labels: [
						{ at: ORIGIN, text: 'station' },
						...arc.rows.map(({ radialDeg }) => ({
							at: at(radialDeg, n.radiusNm! * 1.1),
							text: formatHeading(radialDeg)
						}))
					],
					shapes: [
						{ points: round, stroke: 'course', arrow: true },
						...arc.rows.map(({ radialDeg, headingDeg }) => {
							const place = at(radialDeg, n.radiusNm!);
							return {
								points: [place, summed(place, at(headingDeg, n.radiusNm! * 0.14))],
								stroke: 'exact' as const,
								arrow: true
							};
						})
					]
				},
				note: 'Short lines: where the nose points to keep the track on the arc.'
			};
		}
	},
	reversal: {
		name: 'Reversal',
		fields: [
			direction('outboundCourseDeg', 'Outbound course', 20),
			{ id: 'kind', label: 'Kind', kind: 'choice', usual: '45/180', options: ['45/180', '80/260'] },
			{ id: 'side', label: 'Side', kind: 'choice', usual: 'left', options: ['left', 'right'] },
			airspeed,
			...WIND,
			number('limitNm', 'Inside', 10, 3, 30, 'NM')
		],
		solve(n, c) {
			const input = {
				outboundCourseDeg: n.outboundCourseDeg!,
				kind: c.kind as '45/180' | '80/260',
				side: c.side as 'left' | 'right',
				...windOf(n)
			};
			const found = solveReversal({ ...input, limitNm: n.limitNm! });
			const { outDeg, parts } = reversalParts(input);
			const track = groundTrack(
				[{ headingDeg: outDeg, byDeg: 0, seconds: found.outboundSeconds! }, ...parts],
				n.trueAirspeedKt!,
				windVector(n.windFromDeg!, n.windSpeedKt!)
			);
			const limit = Array.from({ length: 91 }, (_, i) => at(i * 4, n.limitNm!));
			return {
				rows: [
					{
						label: 'Longest outbound',
						exact: seconds(found.outboundSeconds!),
						asked: { value: found.outboundSeconds!, within: 10, unit: 's' }
					},
					{ label: 'Headings', exact: found.headings.map(deg).join(', ') },
					{ label: 'In all', exact: seconds(found.secondsInAll) },
					{ label: 'Farthest', exact: nm(found.farthestNm) }
				],
				drawing: {
					title: 'The reversal inside its limit, to scale',
					unit: 'NM',
					marks: [ORIGIN],
					labels: [{ at: ORIGIN, text: 'station' }],
					shapes: [
						{ points: limit, stroke: 'limit' },
						{ points: [ORIGIN, at(n.outboundCourseDeg!, n.limitNm!)], stroke: 'course', arrow: true },
						{ points: track, stroke: 'exact', arrow: true }
					]
				},
				note: 'Outbound and inbound corrected for wind, the headings off the course flown as charted. Leave a margin: this touches the limit.'
			};
		}
	},
	station: {
		name: 'Time and distance',
		fields: [
			number('changeDeg', 'Bearing changed by', 10, 2, 40, '°'),
			number('changeSeconds', 'in', 60, 5, 600, 's', 5),
			airspeed
		],
		solve(n) {
			const {
				seconds: exact,
				distanceNm,
				acrossNm,
				rule
			} = solveStation(n.changeDeg!, n.changeSeconds!, n.trueAirspeedKt!);
			return {
				rows: [
					{
						label: 'Time to the station',
						exact: seconds(exact),
						rule: `${seconds(rule.seconds)}: sixty times the seconds over the degrees`,
						asked: { value: exact, within: 20, unit: 's' }
					},
					{ label: 'Distance', exact: nm(distanceNm), rule: nm(rule.distanceNm) }
				],
				drawing: {
					title: 'The station, the way flown across, and the two bearings, to scale',
					unit: 'NM',
					marks: [ORIGIN],
					labels: [{ at: ORIGIN, text: 'station' }],
					shapes: [
						{ points: [{ north: -distanceNm, east: 0 }, ORIGIN], stroke: 'course' },
						{
							points: [
								{ north: -distanceNm, east: 0 },
								{ north: -distanceNm, east: acrossNm }
							],
							stroke: 'exact',
							arrow: true
						},
						{ points: [{ north: -distanceNm, east: acrossNm }, ORIGIN], stroke: 'course' }
					]
				},
				note: 'In still air, flown across the first bearing. The rule takes the tangent for the angle.'
			};
		}
	},
	descent: {
		name: 'Descent',
		fields: [
			number('groundspeedKt', 'Groundspeed', 90, 40, 300, 'kt'),
			number('fromFt', 'From', 3000, 0, 30000, 'ft', 100),
			number('toFt', 'To', 1000, 0, 30000, 'ft', 100),
			number('distanceNm', 'In', 6, 0.5, 100, 'NM', 0.5)
		],
		solve(n) {
			const found = solveDescent({
				groundspeedKt: n.groundspeedKt!,
				fromFt: n.fromFt!,
				toFt: n.toFt!,
				distanceNm: n.distanceNm!
			});
			const three = solveDescent({ groundspeedKt: n.groundspeedKt!, angleDeg: 3 });
			return {
				rows: [
					{
						label: 'Rate',
						exact: `${Math.round(-found.verticalSpeedFpm)} ft/min down`,
						asked: { value: -found.verticalSpeedFpm, within: 40, unit: 'ft/min' }
					},
					{
						label: 'Angle',
						exact: `${found.angleDeg!.toFixed(1)}°, ${Math.round(found.feetPerNm)} ft in a mile`
					},
					{ label: 'Time', exact: seconds(found.seconds!) },
					{
						label: 'On 3°',
						exact: `${Math.round(-three.verticalSpeedFpm)} ft/min`,
						rule: `five times the groundspeed: ${Math.round(-three.rules.fiveTimesFpm)}`
					},
					{
						label: 'Level off',
						exact: `from ${Math.round(n.toFt! - found.verticalSpeedFpm / 10)} ft on`,
						rule: 'a tenth of the rate before'
					}
				],
				drawing: {
					title: 'The descent from the side: miles along, thousands of feet up, not to one scale',
					unit: 'NM',
					marks: [],
					labels: [
						{ at: { north: n.fromFt! / 1000, east: 0 }, text: `${n.fromFt} ft` },
						{ at: { north: n.toFt! / 1000, east: n.distanceNm! }, text: `${n.toFt} ft` }
					],
					shapes: [
						{
							points: [
								{ north: 0, east: 0 },
								{ north: 0, east: n.distanceNm! }
							],
							stroke: 'limit'
						},
						{
							points: [
								{ north: n.fromFt! / 1000, east: 0 },
								{ north: n.toFt! / 1000, east: n.distanceNm! }
							],
							stroke: 'exact',
							arrow: true
						}
					]
				},
				note: 'Published altitudes come first, whatever the arithmetic says.'
			};
		}
	},
	compass: {
		name: 'Compass turn',
		fields: [
			direction('targetDeg', 'Turn to', 360),
			{ id: 'turn', label: 'Turning', kind: 'choice', usual: 'right', options: ['right', 'left'] },
			number('bankDeg', 'Bank', 15, 0, 45, '°'),
			number('dipDeg', 'Dip', 62, -80, 80, '°'),
			number('ruleMaxErrorDeg', 'The rule’s most', 30, 0, 80, '°', 5)
		],
		solve(n, c) {
			const found = solveCompassTurn({
				targetDeg: n.targetDeg! % 360,
				turn: c.turn as 'left' | 'right',
				bankDeg: n.bankDeg!,
				dipDeg: n.dipDeg!,
				ruleMaxErrorDeg: n.ruleMaxErrorDeg!
			});
			return {
				rows: [
					{
						label: 'Roll out when it reads',
						exact: `${deg(found.indicatedAtTargetDeg)} on this card, in this bank`,
						rule: `${deg(found.ruleRollOutDeg)} by the rule`,
						asked: heading(found.ruleRollOutDeg)
					},
					{
						label: 'Less the lead for the roll-out',
						exact: `${(n.bankDeg! / 2).toFixed(0)}°`,
						rule: 'half the bank'
					}
				],
				drawing: null,
				note: 'Tried first is the rule. Believe a compass only with the wings level and the speed steady.'
			};
		}
	}
} as const satisfies Record<string, Tool>;

function signedOff(n: Record<string, number>): number {
	const off = normalizeDeg(n.bearingToStationDeg! - n.selectedCourseDeg!);
	const small = off > 180 ? off - 360 : off;
	return Math.abs(small) > 90 ? (180 - Math.abs(small)) * Math.sign(small) : small;
}

export type ToolId = keyof typeof TOOLS;
export const TOOL_IDS = Object.keys(TOOLS) as ToolId[];

/** Inputs out of a link: what is missing, or is no number of the field's range, is as usual. */
export function inputsOf(tool: Tool, query: URLSearchParams): Record<string, number | string> {
	return Object.fromEntries(
		tool.fields.map((field) => {
			const text = query.get(field.id);
			if (field.kind === 'choice')
				return [field.id, text !== null && field.options.includes(text) ? text : field.usual];
			const value = text === null || text.trim() === '' ? NaN : Number(text);
			return [field.id, value >= field.min && value <= field.max ? value : field.usual];
		})
	);
}

/** The link that holds the inputs. */
export const linkOf = (inputs: Record<string, number | string>): string =>
	new URLSearchParams(Object.entries(inputs).map(([id, value]) => [id, String(value)])).toString();
