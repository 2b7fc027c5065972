import { entryOrNew, type Columns } from './columns.js';
import type { Flag } from './conditions.js';
import { isAircraft, type Device } from './entry.js';
import type { Condition, NumberField, Sum } from './rules.js';

const DEVICE_WORDS: Record<Device, string> = {
	airplane: 'an airplane',
	'other-aircraft': 'another aircraft',
	ffs: 'a full flight simulator',
	ftd: 'a flight training device',
	aatd: 'an advanced training device',
	batd: 'a basic training device',
	fnpt1: 'an FNPT I',
	fnpt2: 'an FNPT II'
};
const FLAG_WORDS: Record<Flag, readonly [string, string]> = {
	instrumentInstructor: ['no instructor for instruments', 'given by an instructor for instruments'],
	safetyPilot: ['no safety pilot', 'with a safety pilot'],
	part142: ['not at a part 142 centre', 'at a part 142 centre'],
	tracking: ['no intercepting and tracking', 'with intercepting and tracking'],
	instrumentRules: ['not under instrument rules', 'under instrument rules']
};
const FIELD_WORDS: Record<NumberField, string> = {
	totalMinutes: 'time',
	picMinutes: 'time as pilot in command',
	crossCountryMinutes: 'cross-country time',
	dualMinutes: 'dual',
	actualMinutes: 'actual instrument time',
	simulatedMinutes: 'simulated instrument time',
	instrumentMinutes: 'instrument time',
	taughtMinutes: 'instrument time with an instructor for instruments',
	deviceMinutes: 'time in a device with an instructor for instruments',
	picCrossCountryMinutes: 'cross-country time as pilot in command',
	approachCount: 'approach',
	approachKinds: 'kinds of approach',
	holds: 'hold',
	directedRouteNm: 'NM of directed route',
	placeCount: 'places after the departure',
	placesWithoutApproach: 'places without an approach'
};

const otherDevices = new WeakMap<readonly Device[], Map<Device, string>>();
function otherDevice(wanted: readonly Device[], flown: Device): string {
	const said = entryOrNew(otherDevices, wanted, () => new Map<Device, string>());
	return entryOrNew(
		said,
		flown,
		() =>
			`flown in ${DEVICE_WORDS[flown]}, not in ${wanted.map((device) => DEVICE_WORDS[device]).join(' or ')}`
	);
}

/** Why an entry does not meet a condition, in words. */
function whyNot(columns: Columns, i: number, condition: Condition): string {
	if ('any' in condition) {
		const isMetHere = (one: Condition): boolean => columns.metOf(one)[i] === 1;
		// The way that it is nearest to says most.
		const met = condition.any.map((all) => all.filter(isMetHere).length);
		const nearest = condition.any[met.indexOf(Math.max(...met))]!;
		return whyNot(
			columns,
			i,
			nearest.find((one) => !isMetHere(one))!
		);
	}
	if ('device' in condition) return otherDevice(condition.device, columns.devices[i]!);
	if ('flag' in condition) return FLAG_WORDS[condition.flag][(condition.is ?? true) ? 0 : 1];
	const { field } = condition;
	const value = columns.numbersOf(field)[i]!;
	if ('atMost' in condition) return `${value} ${FIELD_WORDS[field]}, ${condition.atMost} at most`;
	return value === 0
		? nothingOf(columns, i, field)
		: `${value} ${FIELD_WORDS[field]}, ${condition.atLeast} asked for`;
}

/** Why an entry gives nothing of a field. */
function nothingOf(columns: Columns, i: number, field: NumberField): string {
	const has = (one: NumberField): boolean => columns.numbersOf(one)[i] !== 0;
	if ((field === 'instrumentMinutes' || field === 'taughtMinutes') && !has('instrumentMinutes'))
		return isAircraft(columns.devices[i]!) && has('simulatedMinutes') && !has('actualMinutes')
			? 'simulated without a safety pilot or dual'
			: 'no instrument time';
	const taught = field === 'taughtMinutes' || field === 'deviceMinutes';
	if (taught && columns.flagsOf('instrumentInstructor')[i] === 0) return FLAG_WORDS.instrumentInstructor[0];
	return `no ${FIELD_WORDS[field]}`;
}

/** Of more weight than all other conditions that a sum may have. */
const MEANT_FOR = 100;

/** Why an entry counts in none of the sums: of the one that it comes nearest to, what is first not so. */
export function reasons(sums: readonly Sum[], columns: Columns): (entry: number) => string {
	const { length } = columns;
	// Column by column, as a long log is asked about all that does not count in it.
	const nearest = new Uint16Array(length);
	const failed = new Int8Array(length);
	const most = new Int32Array(length).fill(-1);
	const weight = new Int32Array(length);
	const first = new Int8Array(length);
	for (const [n, { where }] of sums.entries()) {
		weight.fill(0);
		first.fill(-1);
		for (const [c, condition] of where.entries()) {
			const met = columns.metOf(condition);
			// The right kind of device says which sum an entry was meant for.
			const counts = 'device' in condition ? MEANT_FOR : 1;
			for (let i = 0; i < met.length; i++)
				if (met[i] === 1) weight[i]! += counts;
				else if (first[i] === -1) first[i] = c;
		}
		for (let i = 0; i < length; i++)
			if (weight[i]! > most[i]!) {
				most[i] = weight[i]!;
				nearest[i] = n;
				failed[i] = first[i]!;
			}
	}
	return (entry) => {
		const { where, sum } = sums[nearest[entry]!]!;
		const c = failed[entry]!;
		if (c !== -1) return whyNot(columns, entry, where[c]!);
		return sum === 'one' ? 'nothing of it' : nothingOf(columns, entry, sum);
	};
}
