<script lang="ts">
	import { formatClock } from '@hanza/core';

	/** A moment of a flight that can be gone to. */
	const { seconds, onmoment }: { seconds: number; onmoment: (seconds: number) => void } = $props();
</script>

<button class="cursor-pointer text-accent underline" onclick={() => onmoment(seconds)}
	>{formatClock(seconds)}</button
>
