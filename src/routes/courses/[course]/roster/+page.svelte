<script lang="ts">
  import { act } from '$ui/forms/act';
  import LetIn from '$ui/courses/LetIn.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import { absolute } from '$core/time/words';

  const { data, form } = $props();
  const teaches = $derived(data.course.role === 'teacher');
  const HOW = { school: 'by the school', phrase: 'by the join phrase', invitation: 'by invitation' };
  const studentCount = $derived(data.people.filter((p) => p.role === 'student' && p.left === null).length);
</script>

<svelte:head><title>People of {data.course.title} · Vendro</title></svelte:head>
<Answered {form} />
{#if teaches}
  <LetIn phrase={data.phrase} invitations={data.invitations} courseZone={data.course.zone} />
{/if}
<h2 class="mb-2 text-xl font-semibold">
  Who is here <span class="figures font-normal opacity-75">{studentCount} students</span>
</h2>
<ul class="divide-y divide-base-300 border-y border-base-300 bg-base-100">
  {#each data.people as person (person.id)}
    <li id="person-{person.id}" class="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 py-2 target:bg-base-300">
      <span class="min-w-48 font-semibold">{person.name}</span>
      <span class="text-sm">{person.role === 'teacher' ? 'Teaches' : 'Student'}</span>
      {#if teaches}
        <span class="text-sm opacity-85">
          {#if person.left !== null}Left {absolute(person.left, data.zone, data.now)}{:else}In since {absolute(
              person.joined,
              data.zone,
              data.now
            )}, {HOW[person.joinedBy]}{/if}
        </span>
        {#if person.role === 'student' && person.left === null}
          <details class="ml-auto text-sm">
            <summary class="cursor-pointer underline underline-offset-2">Take {person.name} out</summary>
            <form method="post" action="?/remove" use:act class="py-2">
              <input type="hidden" name="id" value={person.id} />
              <p class="mb-2 max-w-md">
                They no longer see the course. What they submitted is kept and comes back with them.
              </p>
              <button class="btn btn-sm">Take them out</button>
            </form>
          </details>
        {/if}
      {/if}
    </li>
  {/each}
</ul>
{#if !teaches}
  <details class="mt-6 text-sm">
    <summary class="cursor-pointer py-1 underline underline-offset-2">Leave this course</summary>
    <form method="post" action="?/leave" class="py-2">
      <p class="mb-2 max-w-md">
        You no longer see what is set here. What you submitted is kept and comes back when you join again.
      </p>
      <button class="btn btn-sm">Leave {data.course.title}</button>
    </form>
  </details>
{/if}
