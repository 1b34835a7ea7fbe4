<script lang="ts">
  import { enhance } from '$app/forms';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';

  const { data, form } = $props();
  // Bound, so that what is written before the scripts have come is not taken away by them.
  let title = $state((() => form?.given?.title ?? '')());
  let body = $state((() => form?.given?.body ?? '')());
</script>

<svelte:head><title>Give a notice · Vendro</title></svelte:head>
<h2 class="mb-3 text-xl font-semibold">Tell the whole course something</h2>
<Answered {form} />
<form method="post" use:enhance class="grid max-w-3xl gap-4">
  <Field label="Title"><input class="input w-full" name="title" bind:value={title} required maxlength="300" /></Field>
  <Field label="What you want to say" about="Markdown">
    <textarea class="textarea h-56 w-full" name="body" bind:value={body} required></textarea>
  </Field>
  <Field label="Where it stands in the outline">
    <select class="select" name="unitId">
      <option value="">Outside of units</option>
      {#each data.units as { id, title } (id)}<option value={id}>{title}</option>{/each}
    </select>
  </Field>
  <button class="btn justify-self-start btn-primary">Give the notice</button>
  <p class="text-sm opacity-85">
    It stands on everyone's Desk until they have read it. Files can be added once it is there.
  </p>
</form>
