/// <reference lib="webworker" />
import { Session, type Post } from './session.js';
import type { ToFlight } from './messages.js';

const TICK_MS = 8;
const now = () => performance.now();
const post: Post = (message, transfer = []) => self.postMessage(message, { transfer });

let session: Session | null = null;

self.onmessage = ({ data }: MessageEvent<ToFlight>) => {
	switch (data.type) {
		case 'load':
			session = new Session(data, post, now);
			return;
		case 'controls':
			session?.control(data.inputs);
			return;
		case 'run':
			session?.run(data.running);
			return;
		case 'rate':
			session?.setRate(data.rate);
			return;
		case 'recall':
			post({ type: 'recalled', moment: session?.recall(data.seconds) ?? null });
			return;
		case 'requestFrame':
			session?.requestFrame(now());
			return;
		case 'command':
			if (!session) return;
			session.execute(data.command);
			post({ type: 'taken', id: data.id });
			return;
		case 'gaze':
			session?.gaze(data.instrument);
			return;
		case 'takeControls':
			session?.take();
			return;
		case 'situation':
			if (session) post({ type: 'situation', situation: session.situation() });
			return;
		case 'flush':
			session?.flush();
			post({ type: 'flushed' });
			return;
		default:
			data satisfies never;
	}
};

setInterval(() => session?.tick(now()), TICK_MS);
