/// <reference lib="webworker" />
import {
	cutPhases,
	encodeChunk,
	findFaults,
	flyByRobot,
	HanzaError,
	reportScan,
	TECHNIQUES,
	type Standard
} from '@hanza/core';
import type { FlownAnswer, FlyRequest } from './analysis.messages.js';

/** Only for what a stare cost, in tolerances; a verdict needs a standard of its own. */
const USUAL: Standard = {
	format: 'hanza-standard',
	version: 1,
	id: 'usual',
	name: 'usual limits',
	edition: '1',
	source: 'the school',
	excursionSeconds: 5,
	items: {
		altitudeFt: { above: 100, below: 100, decisive: true },
		airspeedKias: { above: 10, below: 10, decisive: true },
		headingDeg: { above: 10, below: 10, decisive: true },
		bankDeg: { above: 5, below: 5, decisive: true },
		verticalSpeedFpm: { above: 100, below: 100, decisive: false }
	}
};

self.onmessage = ({ data }: MessageEvent<FlyRequest>) => {
	const { id, card, aircraft, area, pilot, seed, longestSeconds } = data;
	const answer: FlownAnswer = { id, flown: null, problem: null };
	try {
		const flight = flyByRobot(card, aircraft, area, TECHNIQUES[pilot], seed, longestSeconds);
		const times = cutPhases(card, flight.track);
		const recording = encodeChunk({ first: 0, track: flight.track }).buffer;
		answer.flown = {
			recording,
			looks: flight.looks,
			faults: findFaults(card, flight.track, times),
			scan: reportScan(flight.looks, card.school ?? 'hub-and-spoke', flight.track, card, USUAL).costs,
			times,
			seconds: flight.simulatedSeconds,
			completed: flight.completed
		};
		self.postMessage(answer, { transfer: [recording] });
	} catch (error) {
		answer.problem = error instanceof HanzaError ? error.message : 'This cannot be flown.';
		self.postMessage(answer);
	}
};
