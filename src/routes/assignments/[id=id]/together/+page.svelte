<script lang="ts">
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  const { data, form } = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
  const open = $derived(data.choosing !== null && data.choosing.until > now);
</script>

<svelte:head><title>With whom · {data.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-3xl px-4 pt-6 pb-16">
  <p class="text-sm"><a class="link" href="/assignments/{data.assignmentId}#packet">{data.title}</a></p>
  <h1 class="mb-2 page-title">With whom you hand this over</h1>
  <Answered {form} />
  {#if data.choosing === null}<p>Your teacher makes the parties here.</p>
  {:else if !open}<p>
      The time for choosing was over {absolute(data.choosing.until, zone(), now)}. Ask your teacher for a change.
    </p>
  {:else}
    <p class="mb-4">
      Parties of up to {data.choosing.size}, until {absolute(data.choosing.until, zone(), now)}. What you have gathered
      comes with you.
    </p>
    {#if data.together}
      <p class="mb-4">
        You are with {data.together.members
          .filter(({ me }) => !me)
          .map(({ name }) => name)
          .join(', ') || 'nobody else yet'}.
      </p>
      <OneButton action="?/leave">Leave this party; what lies there stays with the others</OneButton>
    {:else}
      <ul class="mb-6 divide-y divide-base-300 border-y border-base-300 bg-base-100 empty:hidden">
        {#each data.parties as { id, name, members } (id)}
          {@const said = name || members.join(', ')}
          <li class="flex flex-wrap items-center gap-3 p-2">
            <span class="grow"><b>{name}</b> {members.join(', ')}</span>
            {#if members.length < data.choosing.size}
              <OneButton action="?/choose" fields={{ partyId: id }}
                >Go with them<span class="sr-only">: {said}</span></OneButton
              >
            {:else}<span class="text-sm">full</span>{/if}
          </li>
        {/each}
      </ul>
      <form method="post" action="?/choose" use:act class="flex flex-wrap items-end gap-3">
        <Field label="Name of a new party" about="may stay empty"
          ><input class="input" name="name" maxlength="60" /></Field
        >
        <button class="btn btn-primary">Begin it</button>
      </form>
    {/if}
  {/if}
</div>
