<script lang="ts">
	import Layer from '$lib/panel/dials/Layer.svelte';
	import { pointerStick } from '$lib/cockpit/controls/keyboard-controls.js';

	interface Props {
		elevator: number;
		aileron: number;
		onhold: (held: boolean) => void;
		onmove: (stick: { elevator: number; aileron: number }) => void;
	}
	const { elevator, aileron, onhold, onmove }: Props = $props();
	let pad: SVGSVGElement;

	function move(event: PointerEvent): void {
		if (!pad.hasPointerCapture(event.pointerId)) return;
		const box = pad.getBoundingClientRect();
		const across = ((event.clientX - box.left) / box.width) * 2 - 1;
		const down = ((event.clientY - box.top) / box.height) * 2 - 1;
		// Pulling the pointer down pulls the yoke: nose up.
		onmove(pointerStick(across, down));
	}
	function take(event: PointerEvent): void {
		pad.setPointerCapture(event.pointerId);
		onhold(true);
		move(event);
	}
	/** Where on the pad a stick deflection lies: the inverse of the pad's softening. */
	const spread = (value: number) => 50 + Math.sign(value) * (Math.abs(value) / 0.6) ** (1 / 1.7) * 46;
</script>

<div class="relative h-full w-full overflow-hidden select-none" data-testid="yoke">
	<svg
		bind:this={pad}
		viewBox="0 0 100 100"
		class="block h-full w-full cursor-grab touch-none"
		role="application"
		aria-label="Yoke: drag down to pull, sideways to bank"
		onpointerdown={take}
		onpointermove={move}
		onpointerup={() => onhold(false)}
		onpointercancel={() => onhold(false)}
	>
		<rect x="1" y="1" width="98" height="98" rx="8" fill="var(--panel-raised)" stroke="var(--panel-line)" />
		<path d="M50 6 V94 M6 50 H94" stroke="var(--panel-line)" />
		<text x="50" y="12" text-anchor="middle" font-size="6.5" fill="var(--panel-soft)">push</text>
		<text x="50" y="94" text-anchor="middle" font-size="6.5" fill="var(--panel-soft)">pull</text>
	</svg>
	<!-- A layer of its own: a hand that moves lays nothing out. -->
	<Layer viewBox="0 0 100 100" move="translate({spread(aileron) - 50}%, {spread(elevator) - 50}%)">
		<circle cx="50" cy="50" r="8" fill="var(--panel-mark)" />
	</Layer>
</div>
