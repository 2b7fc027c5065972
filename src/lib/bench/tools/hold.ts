import { holdSectors, holdTrack, solveHold, solveHoldEntry } from '@hanza/core';
import {
	ORIGIN,
	at,
	number,
	direction,
	airspeed,
	WIND,
	windOf,
	deg,
	kt,
	drift,
	heading,
	type Tool
} from './fields.js';

/** Of the inbound course. */
const miss = (rightNm: number): string =>
	Math.abs(rightNm) < 0.005 ? 'none' : `${Math.abs(rightNm).toFixed(2)} NM ${rightNm > 0 ? 'right' : 'left'}`;

export const hold = {
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
		const arrival = {
			inboundCourseDeg: n.inboundCourseDeg!,
			turns,
			arrivalHeadingDeg: n.arrivalHeadingDeg!
		};
		const entry = solveHoldEntry(arrival);
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
					exact: `${deg(hold.inboundHeadingDeg)}, correction ${drift(hold.inboundWindCorrectionDeg)}; ${kt(hold.inboundGroundspeedKt)} over the ground`,
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
					rule: `2\u00a0×: ${miss(two!.missNm)}, 3\u00a0×: ${miss(three!.missNm)}`
				}
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
			hold: arrival,
			note: 'Line: exact for this wind. Dashed: two and three times the inbound correction, flown for the same time. Instant roll, steady wind.'
		};
	}
} as const satisfies Tool;
