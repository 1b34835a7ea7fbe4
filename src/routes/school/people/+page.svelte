<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { act } from '$ui/forms/act';
  import PersonFields from '$ui/school/PersonFields.svelte';
  import FindForm from '$ui/school/FindForm.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import { relative } from '$core/time/words';

  const { data, form } = $props();
  const roles = (person: (typeof data.people)[number]) =>
    [
      person.office && 'office',
      person.teaches > 0 && `teaches ${person.teaches}`,
      person.studies > 0 && `studies ${person.studies}`
    ]
      .filter(Boolean)
      .join(', ') || 'in no course';
  const next = $derived(
    data.next && `?${new URLSearchParams({ q: data.search, after: `${data.next.sortName}.${data.next.id}` })}`
  );
</script>

<svelte:head><title>Roster of the school · Vendro</title></svelte:head>
<h1 class="mb-1 page-title">
  Roster <span class="figures text-xl font-normal opacity-75">{data.total}</span>
</h1>
<Answered {form} />
<FindForm value={data.search} label="Name, account or mail address" />
{#if data.people.length === 0}
  <EmptyState
    ><p>
      {#if data.search}Nobody’s name, account or address has “{data.search}” in it.
        <a class="link" href="/school/people">Show everyone</a>.
      {:else}Nobody is here yet. Add people below, or take them <a class="link" href="/school/import">from files</a
        >.{/if}
    </p></EmptyState
  >
{:else}
  <div class="overflow-x-auto rounded border border-base-300 bg-base-100">
    <table class="w-full text-left">
      <thead class="border-b border-base-300 text-sm">
        <tr>
          <th scope="col" class="px-3 py-2">Name</th>
          <th scope="col" class="px-3 py-2">Account</th>
          <th scope="col" class="px-3 py-2 max-md:hidden">Mail</th>
          <th scope="col" class="px-3 py-2">Here as</th>
          <th scope="col" class="px-3 py-2 max-sm:hidden">Last here</th>
        </tr>
      </thead>
      <tbody class="divide-y divide-base-300">
        {#each data.people as person (person.id)}
          <tr>
            <td class="px-3 py-1.5"
              ><a class="link font-semibold" href="/school/people/{person.id}">{person.sortName}</a></td
            >
            <td class="px-3 py-1.5 wrap-anywhere">{person.handle}</td>
            <td class="px-3 py-1.5 wrap-anywhere max-md:hidden">{person.email}</td>
            <td class="px-3 py-1.5">{roles(person)}</td>
            <td class="px-3 py-1.5 max-sm:hidden">
              {#if person.lastSeen !== null}{relative(person.lastSeen, data.now)}
              {:else if !person.hasPassword}<b>has no password yet</b>{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <p class="mt-2 flex gap-5">
    {#if !data.first}<a class="link" href="?{new URLSearchParams({ q: data.search })}">From the beginning</a>{/if}
    {#if next}<a class="link" href={next}>Further ones</a>{/if}
  </p>
{/if}
<section class="mt-8 rounded bg-base-100 p-4" aria-labelledby="add">
  <h2 id="add" class="text-xl font-semibold">Add somebody</h2>
  <p class="mb-3 text-sm">
    They choose their password by a link{data.mails ? ' that you can have mailed to them' : ' that you hand over'}.
  </p>
  <form method="post" action="?/add" use:act class="grid gap-4 sm:grid-cols-2">
    <PersonFields />
    <button class="btn justify-self-start btn-primary">Add this person</button>
  </form>
</section>
