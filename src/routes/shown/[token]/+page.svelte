<script lang="ts">
  import Shown from '$ui/portfolio/Shown.svelte';
  import Answered from '$ui/primitives/Answered.svelte';

  const { data, form } = $props();
  const { met, token } = $derived(data);
  const WORDS = {
    over: ['This link is over', 'It was made for some time, and that time has passed. Ask whoever gave it to you.'],
    revoked: [
      'This link was taken back',
      'Whoever made it does not show anything by it any more. Ask them for another one.'
    ],
    unpublished: ['Nothing is shown here at the moment', 'Whoever made this link has taken their pages down for now.']
  } as const;
</script>

<svelte:head>
  <title>{met.state === 'open' ? `${met.shown.body.title} · ${met.shown.owner}` : 'Shown by a link'} · Vendro</title>
  <meta name="robots" content="noindex, nofollow" />
</svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-8 pb-16">
  {#if met.state === 'open'}
    <Shown
      body={met.shown.body}
      files={met.shown.files}
      owner={met.shown.owner}
      pageId={data.page}
      hrefOf={(page) => `/shown/${token}?page=${page}`}
      fileOf={({ id }) => `/shown/${token}/files/${id}`}
    />
  {:else if met.state === 'locked'}
    <h1 class="mb-3 page-title">This is shown to whoever knows its password</h1>
    <Answered {form} />
    <form method="post" action="?/unlock" class="flex flex-wrap items-end gap-3">
      <label class="text-sm"
        >Password
        <input
          class="input mt-1 block"
          type="password"
          name="password"
          required
          maxlength="200"
          autocomplete="off"
        /></label
      >
      <button class="btn btn-primary">Show it</button>
    </form>
  {:else}
    {@const [title, words] = WORDS[met.state]}
    <h1 class="mb-3 page-title">{title}</h1>
    <p class="max-w-prose">{words}</p>
  {/if}
</div>
