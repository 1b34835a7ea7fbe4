<script lang="ts">
  import { enhance } from '$app/forms';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';

  const { form } = $props();
  // Bound, so that what is typed before the scripts have come is not taken away by them.
  let phrase = $state((() => form?.given?.phrase ?? '')());
</script>

<svelte:head><title>Join a course · Vendro</title></svelte:head>
<div class="mx-auto max-w-xl px-4 pt-8 pb-16">
  <h1 class="mb-3 page-title">Join a course</h1>
  <p class="mb-5">Your teacher has a join phrase for each course: three words. Write them as you heard them.</p>
  <Answered {form} />
  <form method="post" action="?/phrase" class="grid gap-4 rounded bg-base-100 p-5" use:enhance>
    <Field label="Join phrase">
      <input
        class="input w-full text-lg"
        name="phrase"
        bind:value={phrase}
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        required
      />
    </Field>
    <button class="btn justify-self-start btn-primary">Join</button>
  </form>
  <p class="mt-5 text-sm">
    You were invited by mail? Open the link in that mail, or look at your <a class="link" href="/desk">Desk</a>.
  </p>
</div>
