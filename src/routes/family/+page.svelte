<script lang="ts">
  import Children from '$ui/family/Children.svelte';
  import Guardians from '$ui/family/Guardians.svelte';
  import SentDigests from '$ui/family/SentDigests.svelte';
  import SupportNotes from '$ui/family/SupportNotes.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import EmptyState from '$ui/primitives/EmptyState.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>Family · Vendro</title></svelte:head>
<div class="mx-auto max-w-4xl px-4 pt-6 pb-16">
  <h1 class="mb-3 page-title">Family</h1>
  <Answered {form} />
  {#if data.children.length > 0}<Children children={data.children} now={data.now} />{/if}
  {#if data.own}
    <p class="mb-4 max-w-prose">
      Once a week, on Sunday at five, whoever you name here gets a mail: what was announced, set, submitted, late and
      returned. Nothing that you made and nothing that was said is in it, and you see every one that is sent.
    </p>
    <Guardians guardians={data.own.guardians} now={data.now} />
    <section class="mt-8" aria-labelledby="sent">
      <h2 id="sent" class="mb-2 text-xl font-semibold">What was sent</h2>
      <SentDigests digests={data.own.digests} now={data.now} />
    </section>
    {#if data.own.supporters.length > 0}
      <section class="mt-8" id="support" aria-labelledby="support-title">
        <h2 id="support-title" class="mb-2 text-xl font-semibold">Who supports you</h2>
        {#each data.own.supporters as one (one.supporterId)}
          <SupportNotes name={one.name} withId={one.supporterId} notes={one.notes} now={data.now} />
        {/each}
      </section>
    {/if}
  {:else if data.children.length === 0}
    <EmptyState>
      <h2 class="mb-2 text-xl font-semibold">No summary comes to you yet</h2>
      <p>
        A student, their teacher or the school’s office can invite you by your mail address. Once you have said yes, the
        weeks stand here.
      </p>
    </EmptyState>
  {/if}
</div>
