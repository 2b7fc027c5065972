<script lang="ts">
	import InstrumentFrame from '../dials/InstrumentFrame.svelte';
	import Layer from '../dials/Layer.svelte';
	import { steps } from '../dials/geometry.js';

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
		/** Marks set by the pilot. */
		bugs?: { at: number; text: string; colour: string }[];
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
		bands = [],
		bugs = []
	}: Props = $props();
	const LENGTH = 300;
	/** The piece of the scale that is drawn lies about this; it is drawn anew when the value has left it. */
	const base = $derived(Math.round(value / span) * span);
	const unit = $derived(LENGTH / span);
	/** Place on the drawn piece, from its middle upward. */
	const at = (mark: number) => LENGTH / 2 - (mark - base) * unit;
	const marks = $derived(
		steps(
			Math.ceil((base - 1.1 * span) / minor) * minor,
			Math.floor((base + 1.1 * span) / minor) * minor,
			minor
		).filter((mark) => mark >= floor)
	);
	const shift = $derived((value - base) * unit);
	const stand = $derived(
		pointer === undefined ? 0 : Math.min(LENGTH / 2 - 4, Math.max(4 - LENGTH / 2, -(pointer - value) * unit))
	);
	const isMajor = (mark: number) => Math.abs(mark / major - Math.round(mark / major)) < 1e-6;
	const SIDEWAYS = '0 0 300 96';
	const UPRIGHT = '0 0 120 350';
</script>

{#if across}
	<InstrumentFrame ratio={300 / 96} {label}>
		<Layer viewBox={SIDEWAYS}>
			<text x="2" y="10" class="quiet start" font-size="17">{title}</text>
			<rect x="0" y="22" width="300" height="44" rx="4" fill="var(--panel)" stroke="var(--panel-rim)" />
			{#each marks as mark (mark)}
				{@const x = LENGTH - at(mark)}
				{#if x >= 0 && x <= LENGTH}
					<line
						x1={x}
						x2={x}
						y1="22"
						y2={isMajor(mark) ? 38 : 31}
						stroke="var(--panel-ink)"
						stroke-width={isMajor(mark) ? 2 : 1}
					/>
					{#if isMajor(mark) && x > 8 && x < LENGTH - 8}<text {x} y="54" font-size="19">{Math.abs(mark)}</text
						>{/if}
				{/if}
			{/each}
		</Layer>
		<Layer viewBox={SIDEWAYS} move="translateX({(-stand / 300) * 100}%)">
			<path d="M150 38 l-8 -22 h16 Z" fill="var(--panel-mark)" />
		</Layer>
		<Layer viewBox={SIDEWAYS}><text x="298" y="83" class="end" font-size="24">{window}</text></Layer>
	</InstrumentFrame>
{:else}
	<InstrumentFrame ratio={120 / 350} {label}>
		<Layer viewBox={UPRIGHT}>
			<text x="4" y="12" class="quiet start" font-size="14">{title}</text>
			<rect x="0" y="24" width="120" height={LENGTH} rx="4" fill="var(--panel)" stroke="var(--panel-rim)" />
		</Layer>
		<div class="cut">
			<Layer viewBox="0 0 120 300" move="translateY({(shift / LENGTH) * 100}%)">
				{#each bands as band (band.colour)}
					<rect
						x={2 + band.inset}
						y={at(Math.min(band.to, base + 1.2 * span))}
						width="6"
						height={Math.max(
							0,
							(Math.min(band.to, base + 1.2 * span) - Math.max(band.from, base - 1.2 * span)) * unit
						)}
						fill={band.colour}
					/>
				{/each}
				{#each bugs as bug (bug.text)}
					{#if Math.abs(bug.at - base) < 1.2 * span}
						<path d="M0 {at(bug.at) - 8} h10 l6 8 l-6 8 h-10 Z" fill={bug.colour} />
					{/if}
				{/each}
				{#each marks as mark (mark)}
					{@const y = at(mark)}
					<line
						x1="18"
						x2={isMajor(mark) ? 34 : 27}
						y1={y}
						y2={y}
						stroke="var(--panel-ink)"
						stroke-width={isMajor(mark) ? 2 : 1}
					/>
					{#if isMajor(mark)}<text x="40" {y} class="start" font-size="17">{mark}</text>{/if}
				{/each}
			</Layer>
		</div>
		<Layer viewBox={UPRIGHT} move={pointer === undefined ? undefined : `translateY(${(stand / 350) * 100}%)`}>
			<path d="M16 174 l18 -9 v18 Z" fill="var(--panel-mark)" />
			<rect
				x="34"
				y="156"
				width="84"
				height="36"
				rx="4"
				fill="var(--panel-window)"
				stroke="var(--panel-mark)"
				stroke-width="1.5"
			/>
			<text x="112" y="175" class="end value" font-size="23">{window}</text>
		</Layer>
		{#if bugs[0]}<Layer viewBox={UPRIGHT}
				><text x="118" y="12" class="end bug" font-size="12">{bugs[0].text} {bugs[0].at}</text></Layer
			>{/if}
		{#if foot}<Layer viewBox={UPRIGHT}
				><text x="116" y="338" class="quiet end" font-size="14">{foot}</text></Layer
			>{/if}
	</InstrumentFrame>
{/if}

<style>
	.cut {
		position: absolute;
		inset: calc(100% * 24 / 350) 0 calc(100% * 26 / 350);
		overflow: hidden;
	}
	text.start {
		text-anchor: start;
	}
	text.end {
		text-anchor: end;
	}
	text.bug {
		fill: var(--panel-caution);
	}
	text.value {
		fill: var(--panel-mark);
	}
</style>
