import { InputError } from '../base/index.js';
import { CHANNEL_NAMES, RECORDING_RATE_HZ, type ChannelName, type SampleRow } from './channels.js';

/**
 * A flight as columns of equal length, sampled at a fixed rate. A channel that is absent was not
 * recorded.
 */
export class Track {
	constructor(
		readonly rateHz: number,
		readonly channels: ReadonlyMap<ChannelName, Float64Array>,
		readonly length: number
	) {}

	has(name: ChannelName): boolean {
		return this.channels.has(name);
	}

	/** @throws InputError when the channel was not recorded. */
	column(name: ChannelName): Float64Array {
		const column = this.channels.get(name);
		if (!column) throw new InputError(`/channels/${name}`, 'was not recorded');
		return column;
	}

	get seconds(): number {
		return this.length / this.rateHz;
	}

	timeOf(index: number): number {
		return index / this.rateHz;
	}
}

/** Collects samples and hands them out in runs. */
export class Recorder {
	private readonly columns = CHANNEL_NAMES.map(() => [] as number[]);

	/** Samples that have been forgotten. */
	private forgotten = 0;

	get length(): number {
		return this.forgotten + this.columns[0]!.length;
	}

	/** Lets go of the samples before an index. */
	forgetBefore(index: number): void {
		const gone = Math.max(0, Math.min(index, this.length) - this.forgotten);
		for (const column of this.columns) column.splice(0, gone);
		this.forgotten += gone;
	}

	/** Takes a copy of the values of a row. */
	add(row: SampleRow): void {
		for (let i = 0; i < this.columns.length; i++) this.columns[i]!.push(row[i]!);
	}

	/** What was recorded from a sample on that is still remembered. */
	track(from = this.forgotten): Track {
		const skipped = Math.max(0, from - this.forgotten);
		return new Track(
			RECORDING_RATE_HZ,
			new Map(CHANNEL_NAMES.map((name, i) => [name, Float64Array.from(this.columns[i]!.slice(skipped))])),
			this.length - this.forgotten - skipped
		);
	}
}
