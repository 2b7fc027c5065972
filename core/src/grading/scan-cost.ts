import { INSTRUMENTS, type Instrument } from '../aircraft/index.js';
import { formatClock } from '../base/index.js';
import type { Track } from '../recording/index.js';
import {
	analyseScan,
	conditionsOf,
	cutPhases,
	SCAN_DEFAULTS,
	SCAN_NAMES,
	TARGET_KINDS,
	targetColumn,
	type Dark,
	type Dwell,
	type ScanAnalysis,
	type ScanFault,
	type ScanInstrument,
	type ScanSettings,
	type SchoolId,
	type TargetKind,
	type TaskCard
} from '../training/index.js';
import { wasDark } from './detectors/dials.js';
import { deviations } from './measure.js';
import { type Standard, toleranceOf } from './standard.js';
import { itemName } from './wording/items.js';

/** Where the numbers of a target are read. */
const TARGET_INSTRUMENT: Record<TargetKind, ScanInstrument> = {
	altitudeFt: 'altimeter',
	airspeedKias: 'airspeed',
	headingDeg: 'heading',
	verticalSpeedFpm: 'vertical-speed',
	bankDeg: 'attitude',
	needle: 'needle',
	arcNm: 'needle',
	glide: 'needle'
};

/** What a fault of the scan cost: the target that went astray most while it lasted. */
interface ScanCost {
	fault: ScanFault;
	item: TargetKind | null;
	/** How much further off the target it went, in the item's unit; 0 where nothing went. */
	grew: number;
	/** The same in tolerances. */
	tolerances: number;
	text: string;
}

/** Less than this of a tolerance is not worth a word. */
const WORTH_SAYING = 0.5;
/** What follows a stare is its doing for this long, ms. */
const AFTERMATH_MS = 2000;

const UNIT: Record<TargetKind, string> = {
	altitudeFt: ' ft',
	airspeedKias: ' kt',
	headingDeg: '°',
	verticalSpeedFpm: ' ft/min',
	bankDeg: '°',
	needle: ' of full scale',
	glide: ' of full scale',
	arcNm: ' NM'
};

/** A deviation by sample for each target of the card, NaN where a phase does not ask for it. */
export function deviationsByTarget(track: Track, card: TaskCard): Map<TargetKind, Float64Array> {
	const times = cutPhases(card, track);
	const found = new Map<TargetKind, Float64Array>();
	for (const kind of TARGET_KINDS) {
		const off = new Float64Array(track.length).fill(NaN);
		let asked = false;
		times.forEach(({ startSeconds, endSeconds }, p) => {
			const phase = card.phases[p]!;
			const target = phase.targets[kind];
			if (startSeconds === null || target?.mode !== 'hold') return;
			const column = targetColumn(card, phase, track, kind);
			if (!column) return;
			const from = Math.round((startSeconds + (target.settleSeconds ?? 0)) * track.rateHz);
			const to = Math.min(track.length, Math.round((endSeconds ?? track.seconds) * track.rateHz));
			if (to <= from) return;
			off.set(deviations(column.subarray(from, to), target.value, kind === 'headingDeg'), from);
			asked = true;
		});
		if (asked) found.set(kind, off);
	}
	return found;
}

/**
 * What each fixation and omission of a scan cost. For a stare, the targets read on other instruments;
 * for an omission, the target that is read on the one left out.
 */
function costsOf(faults: readonly ScanFault[], track: Track, card: TaskCard, standard: Standard): ScanCost[] {
	const off = deviationsByTarget(track, card);
	return faults
		.filter(({ kind }) => kind !== 'emphasis')
		.map((fault) => {
			const from = Math.round((fault.startMs / 1000) * track.rateHz);
			const to = Math.min(track.length, Math.round(((fault.endMs + AFTERMATH_MS) / 1000) * track.rateHz));
			let best: { item: TargetKind; grew: number; tolerances: number } | null = null;
			for (const [item, values] of off) {
				const reads = TARGET_INSTRUMENT[item] === fault.instrument;
				if (fault.kind === 'fixation' ? reads : !reads) continue;
				let start = NaN;
				let worst = 0;
				for (let i = from; i < to; i++) {
					const size = Math.abs(values[i]!);
					if (Number.isNaN(size)) continue;
					if (Number.isNaN(start)) start = size;
					worst = Math.max(worst, size - start);
				}
				const { above, below } = toleranceOf(standard, item);
				const tolerances = worst / Math.max(1e-9, Math.min(above, below));
				if (!best || tolerances > best.tolerances) best = { item, grew: worst, tolerances };
			}
			const told = best && best.tolerances >= WORTH_SAYING ? best : null;
			return {
				fault,
				item: told?.item ?? null,
				grew: told?.grew ?? 0,
				tolerances: told?.tolerances ?? 0,
				text: costText(fault, told)
			};
		});
}

function costText(
	{ kind, instrument, startMs, endMs }: ScanFault,
	cost: { item: TargetKind; grew: number } | null
): string {
	const seconds = Math.round((endMs - startMs) / 1000);
	const name = SCAN_NAMES[instrument];
	const wandered = cost ? `${itemName(cost.item)} wandered ${Math.round(cost.grew)}${UNIT[cost.item]}` : '';
	const capital = wandered.charAt(0).toUpperCase() + wandered.slice(1);
	if (kind === 'fixation')
		return cost
			? `${capital} while you stared at the ${name} for ${seconds} s.`
			: `You stared at the ${name} for ${seconds} s; nothing else went astray.`;
	return cost
		? `${capital} while you did not look at the ${name} for ${seconds} s.`
		: `You did not look at the ${name} for ${seconds} s.`;
}

/** How a flight was scanned, by one school, and what its stares and omissions cost. */
export interface ScanReport extends ScanAnalysis {
	school: SchoolId;
	costs: (ScanCost & { atSeconds: number; clock: string })[];
	emphasis: string[];
}

const isDial = (instrument: ScanInstrument): instrument is ScanInstrument & Instrument =>
	(INSTRUMENTS as readonly string[]).includes(instrument);

/** A flight's scan by a school, with what its faults cost. */
export function reportScan(
	looks: readonly Dwell[],
	school: SchoolId,
	track: Track,
	card: TaskCard,
	standard: Standard,
	settings: ScanSettings = SCAN_DEFAULTS
): ScanReport {
	const dark: Dark = (instrument, atMs) => {
		const i = Math.min(track.length - 1, Math.max(0, Math.round((atMs / 1000) * track.rateHz)));
		return isDial(instrument) && wasDark(track, instrument, i, i + 1);
	};
	const analysis = analyseScan(looks, school, conditionsOf(track), settings, dark);
	return {
		...analysis,
		school,
		costs: costsOf(analysis.faults, track, card, standard).map((cost) => ({
			...cost,
			atSeconds: cost.fault.startMs / 1000,
			clock: formatClock(cost.fault.startMs / 1000)
		})),
		emphasis: analysis.faults
			.filter(({ kind }) => kind === 'emphasis')
			.map(
				({ instrument }) =>
					`You spent ${Math.round(analysis.shares[instrument] * 100)} % of the time on the ${SCAN_NAMES[instrument]}.`
			)
	};
}
