import { formatMinutes, type FlightPlan } from '@hanza/core';

/** An amount of a requirement. */
export const amountWords = (amount: number, unit: 'minutes' | 'count'): string =>
	unit === 'minutes' ? `${formatMinutes(amount)} h` : String(Math.round(amount * 100) / 100);

/** A flight that is proposed, as a plan in sentences. */
export function planWords({ entry }: FlightPlan): string[] {
	const {
		totalMinutes,
		dualMinutes,
		device,
		directedRouteNm,
		crossCountryMinutes,
		approaches,
		holds,
		simulatedMinutes,
		places
	} = entry;
	const inDevice = device !== 'airplane';
	const kinds = [...new Set(approaches.map(({ kind }) => kind))];
	return [
		`${formatMinutes(totalMinutes)} h ${inDevice ? `in a device (${device})` : 'in an airplane'}, ${
			dualMinutes > 0
				? 'with an instructor authorised for instruments, all of it dual'
				: 'as pilot in command with a safety pilot'
		}.`,
		...(directedRouteNm > 0
			? [
					`A cross-country under instrument rules, ${directedRouteNm} NM along airways or as directed, by ${places.length} airports.`
				]
			: crossCountryMinutes > 0
				? ['A cross-country, away from home.']
				: []),
		...(inDevice ? [] : [`${formatMinutes(simulatedMinutes)} h of it under the hood, or in cloud.`]),
		...(approaches.length > 0
			? [
					`${approaches.length} ${approaches.length === 1 ? 'approach' : 'approaches'}${kinds.length > 1 ? ` of ${kinds.length} kinds (${kinds.join(', ')})` : ''}${directedRouteNm > 0 ? ', one at each airport' : ''}.`
				]
			: []),
		...(holds > 0 ? ['A hold, and intercepting and tracking on the way.'] : [])
	];
}
