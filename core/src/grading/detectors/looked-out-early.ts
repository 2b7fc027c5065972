import { ApproachFlight } from '../approach/stretch.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** In and out by turns before there is anything to be flown by outside. */
export function lookedOutEarly(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight?.final || !flight.has('looksOut')) return [];
	const { looksOutTimes } = evidence.settings;
	const { from, to } = flight.final;
	const out = flight.column('looksOut');
	const early: number[] = [];
	for (let i = Math.max(1, from); i < to; i++)
		if (out[i] === 1 && out[i - 1] === 0 && flight.sight(i) === 'nothing') early.push(i);
	if (early.length < looksOutTimes) return [];
	return [
		fault(
			'looked-out-early',
			flight.timeOf(early[0]!),
			flight.timeOf(early.at(-1)!),
			`You looked out ${early.length} times on the final before anything was to be seen.`,
			'Stay on the dials until the minimum, or until it is called; then look up once, and decide.'
		)
	];
}
