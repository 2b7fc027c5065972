import type { AircraftLimits } from '../aircraft/index.js';
import type { Track } from '../recording/index.js';
import type { Dwell, PhaseTimes, TaskCard } from '../training/index.js';
import { roughness } from './roughness.js';
import { DETECTOR_DEFAULTS, type DetectorSettings } from './detector-settings.js';

/**
 * What detectors look at: a recorded flight of a card, cut into its phases. What several of them need is worked out once,
 * by `once`.
 */
export class Evidence {
	readonly settings: DetectorSettings;
	/** Times by which what counts as a change or a deviation is larger in rough air; 1 in calm. */
	readonly rough: number;
	private readonly known = new Map<unknown, unknown>();

	/** @param aircraft where it is known: its limits are then judged too. */
	constructor(
		readonly card: TaskCard,
		readonly track: Track,
		readonly times: readonly PhaseTimes[],
		readonly aircraft?: AircraftLimits,
		settings: Partial<DetectorSettings> = {},
		/** Where the eye was, as far as that was recorded. */
		readonly looks: readonly Dwell[] = []
	) {
		this.settings = { ...DETECTOR_DEFAULTS, ...settings };
		this.rough = roughness(card.weather);
	}

	/** What a function makes of this flight; asked again it is the same. */
	once<T>(work: (evidence: Evidence) => T): T {
		if (!this.known.has(work)) this.known.set(work, work(this));
		return this.known.get(work) as T;
	}
}
