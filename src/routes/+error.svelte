<script lang="ts">
  import { page } from '$app/state';

  const WORDS: Record<number, { title: string; advice: string }> = {
    403: { title: 'This is not yours to change', advice: 'Nothing was changed. Go back and try from the page itself.' },
    404: {
      title: 'There is nothing here',
      advice: 'The address may be mistyped, or the page belongs to someone else. Your own work is where you left it.'
    },
    413: { title: 'That was too much at once', advice: 'Nothing was changed. Send less, and it will fit.' }
  };
  const FAILED = {
    title: 'Something failed on our side',
    advice: 'What you had submitted is safe. Try again in a moment; if it fails again, tell your school this reference.'
  };
  const words = $derived(
    WORDS[page.status] ??
      (page.status < 500 ? { title: page.error?.message ?? '', advice: 'Nothing was changed.' } : FAILED)
  );
</script>

<svelte:head><title>{words.title} · Vendro</title></svelte:head>
<section class="mx-auto max-w-xl px-4 py-16">
  <p class="figures text-sm opacity-75">{page.status}</p>
  <h1 class="mb-3 page-title">{words.title}</h1>
  <p class="text-lg">{words.advice}</p>
  {#if page.status >= 500 && page.error?.reference}
    <p class="mt-3">Reference: <code>{page.error.reference}</code></p>
  {/if}
  <p class="mt-6"><a class="btn btn-primary" href="/">Go to your work</a></p>
</section>
