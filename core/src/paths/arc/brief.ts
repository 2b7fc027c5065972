import { formatHeading, normalizeDeg } from '../../base/index.js';
import { leadRadialRule, solveArc, solveArcJoin, solveArcLeave } from '../../navigation/index.js';
import { dayOf, WITHIN, type BriefSetting, type Maker } from '../brief.js';
import { compassCourseDeg } from '../places.js';
import type { ArcPath } from './path.js';

/** The turns on to the arc and off it, and the first heading on it. */
export function arcQuestions(path: ArcPath, setting: BriefSetting): Maker[] {
	const { before, after, told } = setting;
	const day = dayOf(setting);
	const { radiusNm, direction } = path;
	const side = direction === 'clockwise' ? 1 : -1;
	const comesOut = before?.kind === 'course' && before.toward === 'from' && before.aid === path.aid;
	const leaves = after?.kind === 'course' && after.aid === path.aid;
	const fromRadialDeg = comesOut ? before.courseDeg : null;
	const toRadialDeg = leaves ? normalizeDeg(after.courseDeg + (after.toward === 'to' ? 180 : 0)) : null;
	const makers: Maker[] = [];
	// Without the wind the turns of still air are the best that can be said.
	const turning = { ...day, ...(told ? {} : { windSpeedKt: 0 }), radiusNm, direction };
	if (fromRadialDeg !== null)
		makers.push(() => {
			const { atNm, leadNm } = solveArcJoin({ ...turning, radialDeg: fromRadialDeg, from: 'inside' });
			return [
				{
					id: 'turn-on',
					ask: 'Distance at which you turn on to the arc',
					answer: { kind: 'distance', nm: atNm, withinNm: WITHIN.turnNm },
					why: `The turn at standard rate takes ${leadNm.toFixed(1)} NM ${told ? 'in this wind' : 'in still air'}; the rule says half a mile.`
				}
			];
		});
	if (told && fromRadialDeg !== null && toRadialDeg !== null)
		makers.push(() => {
			const compass = (radialDeg: number) => compassCourseDeg(setting.navigation, path.aid, radialDeg);
			const input = {
				...day,
				radiusNm,
				direction,
				fromRadialDeg: compass(fromRadialDeg),
				toRadialDeg: compass(toRadialDeg),
				stepDeg: 10
			};
			const [first] = solveArc(input).rows;
			const square = formatHeading(fromRadialDeg + side * 90);
			return [
				{
					id: 'first-heading',
					ask: 'First heading on the arc',
					answer: { kind: 'direction', deg: first!.headingDeg, withinDeg: WITHIN.headingDeg },
					why: `A right angle to the ${formatHeading(fromRadialDeg)} radial is ${square}; the wind makes the rest.`,
					worked: { by: 'arc', input }
				}
			];
		});
	if (toRadialDeg !== null)
		makers.push(() => {
			const toward = leaves && after.toward === 'from' ? 'outbound' : 'inbound';
			const { atRadialDeg, leadDeg, part } = solveArcLeave({ ...turning, radialDeg: toRadialDeg, toward });
			const ruleDeg = leadRadialRule(day.trueAirspeedKt, radiusNm);
			return [
				{
					id: 'lead-radial',
					ask: `Lead radial for the turn ${toward}`,
					answer: { kind: 'direction', deg: atRadialDeg, withinDeg: WITHIN.leadDeg },
					why: `A turn of ${Math.abs(part.byDeg).toFixed(0)}°, begun ${leadDeg.toFixed(1)}° before the ${formatHeading(toRadialDeg)} radial; 60 × turn radius over distance says ${ruleDeg.toFixed(1)}°.`
				}
			];
		});
	return makers;
}
