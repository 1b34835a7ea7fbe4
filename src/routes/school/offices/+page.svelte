<script lang="ts">
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import EmptyState from '$ui/primitives/EmptyState.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>Offices · Vendro</title></svelte:head>
<h1 class="mb-1 page-title">Offices</h1>
<p class="mb-4 max-w-prose">
  An office can have stages of a project: whoever sits in it finds the work at their marking desk while it is there, and
  passes it on.
</p>
<Answered {form} />
{#if data.offices.length === 0}
  <EmptyState><p>There is no office yet. Make the first one below.</p></EmptyState>
{/if}
<ul class="grid gap-3">
  {#each data.offices as office (office.id)}
    <li class="rounded border border-base-300 bg-base-100 p-4">
      <h2 class="text-lg font-semibold">{office.name}</h2>
      <p class="text-sm">{office.holds === 1 ? '1 work is' : `${office.holds} works are`} with it now.</p>
      <ul class="my-2 divide-y divide-base-300">
        {#each office.people as person (person.id)}
          <li class="flex flex-wrap items-center gap-x-3 py-1">
            <a class="link" href="/school/people/{person.id}">{person.name}</a>
            <span class="text-sm">{person.handle}</span>
            <form method="post" action="?/leave" use:act class="ml-auto">
              <input type="hidden" name="office" value={office.id} />
              <input type="hidden" name="person" value={person.id} />
              <button class="btn btn-xs" aria-label="Let {person.name} leave {office.name}">Leaves it</button>
            </form>
          </li>
        {:else}
          <li class="py-1 text-sm">Nobody sits in it: work that comes here waits.</li>
        {/each}
      </ul>
      <form method="post" action="?/seat" use:act class="flex flex-wrap items-end gap-3">
        <input type="hidden" name="office" value={office.id} />
        <Field label="Somebody who sits in it" about="by account name"
          ><input
            class="input input-sm"
            name="account"
            required
            maxlength="64"
            autocapitalize="none"
            spellcheck="false"
          /></Field
        >
        <button class="btn btn-sm">Give them a seat</button>
      </form>
    </li>
  {/each}
</ul>
<section class="mt-8 rounded bg-base-100 p-4" aria-labelledby="make">
  <h2 id="make" class="mb-3 text-xl font-semibold">Make an office</h2>
  <form method="post" action="?/make" use:act class="flex flex-wrap items-end gap-3">
    <Field label="Its name" about="stays as it is: tracks and logs speak of it by that"
      ><input class="input" name="name" required maxlength="80" /></Field
    >
    <button class="btn btn-primary">Make this office</button>
  </form>
</section>
