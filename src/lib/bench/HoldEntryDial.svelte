<script lang="ts">
	import { formatHeading, handWords, holdHand, solveHoldEntry, type HoldEntryInput } from '@hanza/core';

	interface Props {
		hold: HoldEntryInput;
		/** Without the hand it is the dial alone, as it stands on arrival. */
		shown?: boolean;
	}
	const { hold, shown = true }: Props = $props();
	const hand = $derived(holdHand(hold));
	const outbound = $derived(formatHeading(hold.inboundCourseDeg + 180));
	const R = 84;
	/** A place on the dial, by degrees clockwise from the nose. */
	const at = (deg: number, radius: number) => ({
		x: 110 + radius * Math.sin((deg * Math.PI) / 180),
		y: 104 - radius * Math.cos((deg * Math.PI) / 180)
	});
	const span = (from: number, to: number) => (to - from + 360) % 360 || 360;
	const arc = (from: number, to: number) => {
		const [a, b] = [at(from, R - 8), at(to, R - 8)];
		return `M${a.x} ${a.y}A${R - 8} ${R - 8} 0 ${span(from, to) > 180 ? 1 : 0} 1 ${b.x} ${b.y}`;
	};
	const label = $derived(
		shown
			? handWords(hand, solveHoldEntry(hold).entry)
			: `Heading dial: heading ${formatHeading(hold.arrivalHeadingDeg)} at the top`
	);
	const WIDTHS = { direct: 7, teardrop: 4, parallel: 1.5 };
</script>

<svg viewBox="0 0 220 {shown ? 220 : 208}" class="w-full max-w-56" role="img" aria-label={label}>
	<circle cx="110" cy="104" r={R} class="ring" />
	<!-- The card turns as one, figures and all, as it does in the cockpit. -->
	<g transform="rotate({-hold.arrivalHeadingDeg} 110 104)">
		{#each Array.from({ length: 36 }, (_, i) => i * 10) as deg (deg)}
			<g transform="rotate({deg} 110 104)">
				<line x1="110" y1={104 - R} x2="110" y2={104 - R + (deg % 30 === 0 ? 7 : 4)} class="ring" />
				{#if deg % 30 === 0}<text x="110" y={104 - R - 9}>{formatHeading(deg)}</text>{/if}
			</g>
		{/each}
	</g>
	<path d="M110 24l-5-9h10z" class="nose" />
	{#if shown}
		{@const thumb = at(hand.thumbDeg, R - 8)}
		{@const heel = at(hand.thumbDeg + 180, R - 8)}
		{#each hand.sectors as { entry, fromDeg, toDeg } (entry)}
			{@const middle = at(fromDeg + span(fromDeg, toDeg) / 2, R * 0.56)}
			<path d={arc(fromDeg, toDeg)} class="sector" stroke-width={WIDTHS[entry]} />
			<text x={middle.x} y={middle.y}>{entry}</text>
		{/each}
		<line x1="110" y1="104" x2="110" y2={104 - R + 8} class="hand" />
		<line x1={heel.x} y1={heel.y} x2={thumb.x} y2={thumb.y} class="hand" />
		{@const end = at(hand.outboundRelativeDeg, R)}
		<line x1="110" y1="104" x2={end.x} y2={end.y} class="outbound" />
		<circle cx={end.x} cy={end.y} r="4" class="end" />
		<line x1="66" y1="213" x2="82" y2="213" class="outbound" />
		<text x="122" y="213" class="word">outbound {outbound}</text>
	{/if}
</svg>

<style>
	circle,
	path,
	line {
		fill: none;
	}
	.ring {
		stroke: var(--color-line);
	}
	.nose {
		fill: var(--color-ink);
	}
	.sector {
		stroke: var(--color-accent);
		opacity: 0.45;
	}
	.hand {
		stroke: var(--color-ink-soft);
		stroke-width: 1.4;
		stroke-dasharray: 5 3;
	}
	.outbound {
		stroke: var(--color-trace);
		stroke-width: 2.4;
	}
	.end {
		fill: var(--color-trace);
	}
	text {
		font-size: 10px;
		fill: var(--color-ink-soft);
		text-anchor: middle;
		dominant-baseline: central;
	}
	.word {
		fill: var(--color-ink);
		font-weight: 600;
	}
</style>
