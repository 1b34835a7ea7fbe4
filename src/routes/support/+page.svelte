<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';

  const { data } = $props();
  const things = (count: number) => (count === 1 ? 'one thing' : `${count} things`);
</script>

<svelte:head><title>Whom you support · Vendro</title></svelte:head>
<div class="mx-auto max-w-4xl px-4 pt-6 pb-16">
  <h1 class="mb-3 page-title">Whom you support</h1>
  {#if data.students.length === 0}
    <EmptyState
      ><p>No student was given to you. The school’s office gives students to whoever supports them.</p></EmptyState
    >
  {:else}
    <ul class="divide-y divide-base-300 border-y border-base-300 bg-base-100">
      {#each data.students as one (one.studentId)}
        <li class="flex flex-wrap items-baseline gap-x-4 p-3">
          <a class="grow link font-medium" href="/support/{one.studentId}">{one.student}</a>
          <span class={one.overdue > 0 ? 'font-semibold' : ''}
            >{one.overdue === 0 ? 'Nothing overdue' : `${things(one.overdue)} overdue`}</span
          >
          <span class="text-sm"
            >{one.cameBack === 0 ? 'nothing came back' : `${things(one.cameBack)} came back`} in two weeks</span
          >
        </li>
      {/each}
    </ul>
  {/if}
</div>
