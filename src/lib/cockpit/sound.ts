import type { MARKERS } from '@hanza/core';

/** What the cockpit sounds like at one moment. */
export interface SoundScene {
	rpm: number;
	throttle: number;
	airspeedKt: number;
	stallWarning: boolean;
	gearWarning: boolean;
	ratedRpm: number;
	running: boolean;
	/** The tone of an identifier is on. */
	ident: boolean;
	marker: (typeof MARKERS)[number];
	timeSeconds: number;
}

/** Loudness and pitch of each sound, worked out apart from the audio graph so that they can be checked. */
export interface SoundLevels {
	/** Firing frequency of four cylinders, two strokes in four: twice the shaft's. */
	engineHz: number;
	engine: number;
	propeller: number;
	slipstream: number;
	slipstreamHz: number;
	stall: number;
	gear: number;
	ident: number;
	marker: number;
	markerHz: number;
}

/** Tone of each marker, and how it is broken up: seconds on and off in turn. Source: ICAO Annex 10, volume I, 3.1.7. */
const MARKER_TONES = {
	none: { hz: 400, beat: [] },
	outer: { hz: 400, beat: [0.375, 0.125] },
	middle: { hz: 1300, beat: [0.125, 0.125, 0.375, 0.125] },
	inner: { hz: 3000, beat: [0.0833, 0.0833] }
} as const;

/** Whether a broken tone is on at a time. */
function beatOn(beat: readonly number[], seconds: number): boolean {
	let left = seconds % (beat.reduce((sum, part) => sum + part, 0) || 1);
	for (const [i, part] of beat.entries()) {
		if (left < part) return i % 2 === 0;
		left -= part;
	}
	return false;
}

export function soundLevels({
	rpm,
	throttle,
	airspeedKt,
	stallWarning,
	gearWarning,
	ratedRpm,
	running,
	ident,
	marker,
	timeSeconds
}: SoundScene): SoundLevels {
	const { hz, beat } = MARKER_TONES[marker];
	const on = running ? 1 : 0;
	const share = Math.min(1, Math.max(0, rpm / ratedRpm));
	// The noise of moving air grows about as the square of its speed.
	const wind = Math.min(1, (Math.max(0, airspeedKt) / 140) ** 2);
	return {
		engineHz: Math.max(8, (rpm / 60) * 2),
		engine: on * share * (0.12 + 0.2 * throttle),
		propeller: on * share * share * 0.12,
		slipstream: on * wind * 0.22,
		slipstreamHz: 300 + 1400 * wind,
		stall: on && stallWarning ? 0.16 : 0,
		gear: on && gearWarning ? 0.13 : 0,
		ident: on && ident ? 0.1 : 0,
		marker: on && beatOn(beat, timeSeconds) ? 0.12 : 0,
		markerHz: hz
	};
}

const GLIDE_SECONDS = 0.06;
/** Tones of letters begin and end quicker than that. */
const TONE_SECONDS = 0.005;
/** Source: ICAO Annex 10, volume I, 3.3.6.5. */
const IDENT_HZ = 1020;

/** The sounds, made by the browser's own oscillators and noise; silent until it is opened by a touch. */
export class CockpitSound {
	private readonly context = new AudioContext();
	private readonly master = this.context.createGain();
	private readonly engine = this.voice('sawtooth', 'lowpass', 420);
	private readonly propeller = this.voice('triangle', 'lowpass', 260);
	private readonly slipstream = this.noise();
	private readonly stall = this.voice('square', 'bandpass', 900);

	private readonly gear = this.voice('square', 'bandpass', 500);
	private readonly ident = this.voice('sine', 'lowpass', 4000);
	private readonly marker = this.voice('sine', 'lowpass', 6000);
	/** Breaks the gear warner's tone up, so that it cannot be taken for the stall warner's. */
	private readonly gearBeat = new OscillatorNode(this.context, { type: 'square', frequency: 2.5 });

	constructor(volume: number) {
		this.master.gain.value = volume;
		this.master.connect(this.context.destination);
		this.stall.source.frequency.value = 620;
		this.gear.source.frequency.value = 380;
		this.ident.source.frequency.value = IDENT_HZ;
		const beaten = new GainNode(this.context, { gain: 0.5 });
		const depth = new GainNode(this.context, { gain: 0.5 });
		this.gearBeat.connect(depth).connect(beaten.gain);
		this.gear.gain.disconnect();
		this.gear.gain.connect(beaten).connect(this.master);
		this.gearBeat.start();
	}

	private voice(type: OscillatorType, filterType: BiquadFilterType, cutHz: number) {
		const source = new OscillatorNode(this.context, { type });
		const filter = new BiquadFilterNode(this.context, { type: filterType, frequency: cutHz });
		const gain = new GainNode(this.context, { gain: 0 });
		source.connect(filter).connect(gain).connect(this.master);
		source.start();
		return { source, gain };
	}

	private noise() {
		const seconds = 2;
		const buffer = new AudioBuffer({
			length: seconds * this.context.sampleRate,
			sampleRate: this.context.sampleRate
		});
		const samples = buffer.getChannelData(0);
		for (let i = 0; i < samples.length; i++) samples[i] = Math.random() * 2 - 1;
		const source = new AudioBufferSourceNode(this.context, { buffer, loop: true });
		const filter = new BiquadFilterNode(this.context, { type: 'bandpass', Q: 0.6 });
		const gain = new GainNode(this.context, { gain: 0 });
		source.connect(filter).connect(gain).connect(this.master);
		source.start();
		return { filter, gain };
	}

	play(scene: SoundScene): void {
		const levels = soundLevels(scene);
		const now = this.context.currentTime;
		const glide = (parameter: AudioParam, value: number) =>
			parameter.setTargetAtTime(value, now, GLIDE_SECONDS);
		glide(this.engine.source.frequency, levels.engineHz);
		glide(this.engine.gain.gain, levels.engine);
		glide(this.propeller.source.frequency, levels.engineHz * 0.5);
		glide(this.propeller.gain.gain, levels.propeller);
		glide(this.slipstream.gain.gain, levels.slipstream);
		glide(this.slipstream.filter.frequency, levels.slipstreamHz);
		glide(this.stall.gain.gain, levels.stall);
		glide(this.gear.gain.gain, levels.gear);
		this.ident.gain.gain.setTargetAtTime(levels.ident, now, TONE_SECONDS);
		this.marker.gain.gain.setTargetAtTime(levels.marker, now, TONE_SECONDS);
		this.marker.source.frequency.setTargetAtTime(levels.markerHz, now, TONE_SECONDS);
	}

	set volume(volume: number) {
		this.master.gain.setTargetAtTime(volume, this.context.currentTime, GLIDE_SECONDS);
	}

	close(): void {
		void this.context.close();
	}
}
