<script lang="ts">
	import { page } from '$app/state';
</script>

<svelte:head><title>{page.status === 404 ? 'Nothing here' : 'That did not work'} · Hanza</title></svelte:head>

<main class="mx-auto max-w-xl p-10">
	<h1>{page.status === 404 ? 'Nothing here' : 'That did not work'}</h1>
	<p class="mt-3">{page.error?.message}</p>
	<p class="mt-6"><a href="/">To the first page</a></p>
</main>
