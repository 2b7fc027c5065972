<script lang="ts">
	import { formatShortDay } from '$lib/ui/format.js';

	interface Flight {
		id: string;
		startedAt: Date;
		cardName?: string;
	}
	/** The newest so many are named; the rest is in the flights' table. */
	const { flights, most = 4 }: { flights: readonly Flight[]; most?: number } = $props();
</script>

{#each flights.slice(0, most) as flight, i (flight.id)}{i > 0 ? ', ' : ''}<a
		href="/debrief/{flight.id}"
		title={flight.cardName}>{formatShortDay(flight.startedAt)}</a
	>{/each}{flights.length > most ? ' …' : ''}
