import { FAILURE_KINDS, AFFECTED_INSTRUMENTS, type Instrument } from '../aircraft/index.js';
import { median } from '../base/index.js';
import { soundAltimeterFt, soundVerticalSpeedFpm, type Day } from '../world/index.js';
import { CHANNEL_INDEX as AT, type ChannelName, type Sample, type SampleRow } from './channels.js';
import type { Track } from './track.js';

/** Channels that a dial shows, the dial, and what it shows it of. */
const TRUE_CHANNEL = {
	indicatedAltitudeFt: { instrument: 'altimeter', instead: 'altitudeFt' },
	indicatedAirspeedKt: { instrument: 'airspeed', instead: 'calibratedAirspeedKt' },
	indicatedHeadingDeg: { instrument: 'heading', instead: 'headingDeg' }
} as const satisfies Partial<Record<ChannelName, { instrument: Instrument; instead: ChannelName }>>;
type ShownChannel = keyof typeof TRUE_CHANNEL;
/** Whether a channel keeps what a dial showed, which may lie. */
const isShownChannel = (name: ChannelName): name is ShownChannel => Object.hasOwn(TRUE_CHANNEL, name);

/** The failures, as bits, in which a dial lies. */
const AFFECTED_BY = Object.fromEntries(
	Object.entries(TRUE_CHANNEL).map(([name, { instrument }]) => [
		name,
		FAILURE_KINDS.reduce(
			(mask, kind, bit) =>
				(AFFECTED_INSTRUMENTS[kind] as readonly Instrument[]).includes(instrument) ? mask | (1 << bit) : mask,
			0
		)
	])
) as Record<ShownChannel, number>;

const STATIC_BLOCKED = 1 << FAILURE_KINDS.indexOf('static-blocked');
/** Failures that still tell on the dials: with the alternate source open a blocked static no longer does. */
export const effectiveFailures = (failures: number, alternateStatic: number): number =>
	alternateStatic > 0 ? failures & ~STATIC_BLOCKED : failures;

/** Whether a dial lies under these failures. */
export const isAffected = (name: ShownChannel, failures: number): boolean =>
	(failures & AFFECTED_BY[name]) !== 0;

/** A moment of a flight, as far as it decides what sound instruments show. */
type Moment = Pick<Sample, 'altitudeFt' | 'calibratedAirspeedKt' | 'headingDeg' | 'altimeterSettingHpa'>;
/** What each dial would have shown, had it been sound, as it was set. */
const SOUND: Record<ShownChannel, (moment: Moment, day: Day) => number> = {
	indicatedAltitudeFt: ({ altitudeFt, altimeterSettingHpa }, day) =>
		soundAltimeterFt(day, altitudeFt, altimeterSettingHpa),
	indicatedAirspeedKt: ({ calibratedAirspeedKt }) => calibratedAirspeedKt,
	indicatedHeadingDeg: ({ headingDeg }) => headingDeg
};

/**
 * A channel of one sample for grading: targets are what sound instruments are to show, so where a dial has failed, it is
 * what it would have shown, had it been sound, in the air of the day and as it was set. The rate of climb is that of the
 * pressure: in cold air a dial's 500 ft/min are fewer.
 */
export function effectiveValue(row: SampleRow, name: ChannelName, day: Day): number {
	const value = row[AT[name]]!;
	if (name === 'verticalSpeedFpm') return soundVerticalSpeedFpm(day, row[AT.altitudeFt]!, value);
	if (!isShownChannel(name)) return value;
	const failures = effectiveFailures(row[AT.failures]!, row[AT.alternateStatic]!);
	if (!isAffected(name, failures)) return value;
	return SOUND[name](
		{
			altitudeFt: row[AT.altitudeFt]!,
			calibratedAirspeedKt: row[AT.calibratedAirspeedKt]!,
			headingDeg: row[AT.headingDeg]!,
			altimeterSettingHpa: row[AT.altimeterSettingHpa]!
		},
		day
	);
}

/**
 * The same for a whole recording: what the dial showed, but where it had failed, what a sound one would have shown. A
 * student is graded by the flight, not by a lie; and what was not recorded stays absent.
 * @param day the air, as the card sets it.
 */
export function effectiveColumn(track: Track, name: ChannelName, day: Day): Float64Array | null {
	const column = (one: ChannelName) => (track.has(one) ? track.column(one) : null);
	const altitude = column('altitudeFt');
	if (name === 'verticalSpeedFpm' && day.temperatureOffsetC !== 0 && altitude)
		return column(name)?.map((rate, i) => soundVerticalSpeedFpm(day, altitude[i]!, rate)) ?? null;
	if (!isShownChannel(name)) return column(name);
	const truth = column(TRUE_CHANNEL[name].instead);
	const settings = column('altimeterSettingHpa');
	const sound = (i: number) =>
		SOUND[name](
			{
				altitudeFt: truth![i]!,
				calibratedAirspeedKt: truth![i]!,
				headingDeg: truth![i]!,
				altimeterSettingHpa: settings?.[i] ?? day.seaLevelPressureHpa
			},
			day
		);
	const shown = column(name);
	if (!shown) return truth && Float64Array.from(truth, (_, i) => sound(i));
	const masks = column('failures');
	if (!masks || !truth) return shown;
	const alternate = column('alternateStatic');
	const failures = masks.map((mask, i) => effectiveFailures(mask, alternate?.[i] ?? 0));
	if (!failures.some((mask) => isAffected(name, mask))) return shown;
	const affected = (i: number) => isAffected(name, failures[i]!);
	// The static port errs by a share of its own, which the flight itself tells while the dial was sound.
	const share = name === 'indicatedAirspeedKt' ? portShare(shown, truth, affected) : 1;
	return shown.map((value, i) => (affected(i) ? share * sound(i) : value));
}

/** Slower than this a dial tells nothing of its port, kt. */
const LEAST_KT = 40;

/** What a sound dial showed of the calibrated airspeed, as a share; 1 where it never was sound. */
function portShare(shown: Float64Array, truth: Float64Array, affected: (i: number) => boolean): number {
	const shares = shown
		.map((value, i) => (affected(i) || truth[i]! < LEAST_KT ? NaN : value / truth[i]!))
		.filter((value) => Number.isFinite(value));
	return shares.length > 0 ? median(shares) : 1;
}
