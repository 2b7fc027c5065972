/// <reference lib="webworker" />
import {
	Evidence,
	findFaults,
	cutPhases,
	encodeChunk,
	flyByRobot,
	HanzaError,
	reportScan,
	TECHNIQUES,
	withConditions
} from '@hanza/core';
import type { FlownAnswer, FlyRequest } from './analysis.messages.js';

self.onmessage = ({ data }: MessageEvent<FlyRequest>) => {
	const { id, aircraft, area, conditions, standard, pilot, seed, longestSeconds } = data;
	const answer: FlownAnswer = { id, flown: null, problem: null };
	try {
		const card = conditions ? withConditions(data.card, conditions, aircraft, area) : data.card;
		const flight = flyByRobot(card, aircraft, area, TECHNIQUES[pilot], seed, longestSeconds);
		const times = cutPhases(card, flight.track);
		const recording = encodeChunk({ first: 0, track: flight.track }).buffer;
		answer.flown = {
			recording,
			looks: flight.looks,
			faults: findFaults(new Evidence(card, flight.track, times), ['attitude', 'navigation']),
			scan: reportScan(flight.looks, card.school ?? 'hub-and-spoke', flight.track, card, standard).costs,
			phases: card.phases,
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
