<script lang="ts">
	import { steps } from './geometry.js';

	interface Props {
		label: string;
		title: string;
		/** Middle of the scale. */
		value: number;
		/** Where the pointer stands when the scale stands still; the middle otherwise. */
		pointer?: number;
		window: string;
		/** How much of the scale is seen. */
		span: number;
		major: number;
		minor: number;
		floor?: number;
		foot?: string;
		/** Laid on its side. */
		across?: boolean;
		bands?: { from: number; to: number; colour: string; inset: number }[];
	}
	const {
		label,
		title,
		value,
		pointer,
		window,
		span,
		major,
		minor,
		floor = -Infinity,
		foot = '',
		across = false,
		bands = []
	}: Props = $props();
	const LENGTH = 300;
	const at = (mark: number) => LENGTH / 2 - ((mark - value) * LENGTH) / span;
	const clip = (mark: number) => Math.min(LENGTH, Math.max(0, at(mark)));
	const marks = $derived(
		steps(
			Math.ceil((value - span / 2) / minor) * minor,
			Math.floor((value + span / 2) / minor) * minor,
			minor
		).filter((mark) => mark >= floor)
	);
	const stand = $derived(Math.min(LENGTH - 4, Math.max(4, at(pointer ?? value))));
	const isMajor = (mark: number) => Math.abs(mark / major - Math.round(mark / major)) < 1e-6;
</script>

{#if across}
	<svg viewBox="0 0 300 96" class="h-full w-full" role="img" aria-label={label}>
		<text x="2" y="10" class="title">{title}</text>
		<rect x="0" y="22" width="300" height="44" rx="4" fill="#15181b" stroke="#2b3035" />
		{#each marks as mark (mark)}
			{@const x = LENGTH - at(mark)}
			<line
				x1={x}
				x2={x}
				y1="22"
				y2={isMajor(mark) ? 38 : 31}
				stroke="#eceae4"
				stroke-width={isMajor(mark) ? 2 : 1}
			/>
			{#if isMajor(mark) && x > 8 && x < LENGTH - 8}<text {x} y="54" class="mark" text-anchor="middle"
					>{Math.abs(mark)}</text
				>{/if}
		{/each}
		<path d="M{LENGTH - stand} 38 l-8 -22 h16 Z" fill="#f4f1ea" />
		<text x="298" y="84" class="value" text-anchor="end">{window}</text>
	</svg>
{:else}
	<svg viewBox="0 0 120 350" class="h-full w-full" role="img" aria-label={label}>
		<text x="4" y="12" class="title">{title}</text>
		<g transform="translate(0 24)">
			<rect x="0" y="0" width="120" height={LENGTH} rx="4" fill="#15181b" stroke="#2b3035" />
			{#each bands as band (band.colour)}
				{#if band.to > value - span / 2 && band.from < value + span / 2}
					<rect
						x={2 + band.inset}
						y={clip(band.to)}
						width="6"
						height={clip(band.from) - clip(band.to)}
						fill={band.colour}
					/>
				{/if}
			{/each}
			{#each marks as mark (mark)}
				{@const y = at(mark)}
				<line
					x1="18"
					x2={isMajor(mark) ? 34 : 27}
					y1={y}
					y2={y}
					stroke="#eceae4"
					stroke-width={isMajor(mark) ? 2 : 1}
				/>
				{#if isMajor(mark) && y > 9 && y < LENGTH - 9}<text x="40" {y} class="mark">{mark}</text>{/if}
			{/each}
			<path d="M16 {stand} l18 -9 v18 Z" fill="#f4f1ea" />
			<rect
				x="34"
				y={stand - 18}
				width="84"
				height="36"
				rx="4"
				fill="#000"
				stroke="#f4f1ea"
				stroke-width="1.5"
			/>
			<text x="112" y={stand + 1} class="value" text-anchor="end">{window}</text>
		</g>
		{#if foot}<text x="116" y="338" class="title" text-anchor="end">{foot}</text>{/if}
	</svg>
{/if}

<style>
	text {
		font-family: var(--font-panel);
		dominant-baseline: central;
	}
	.title {
		font-size: 14px;
		fill: #a9aeb1;
	}
	.mark {
		font-size: 17px;
		fill: #eceae4;
	}
	.value {
		font-size: 23px;
		fill: #fff;
	}
</style>
