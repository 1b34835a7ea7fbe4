<script lang="ts">
  import { enhance } from '$app/forms';
  import Answered from '$ui/primitives/Answered.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>A weekly summary · Vendro</title></svelte:head>
<div class="mx-auto max-w-2xl px-4 pt-10 pb-16">
  <h1 class="mb-3 page-title">A weekly summary of {data.student}’s schoolwork</h1>
  <Answered {form} />
  {#if data.ended}
    <p role="status">Ended. No further summary comes to this address.</p>
  {:else}
    <p class="mb-4 max-w-prose">
      Once a week, by mail: what the courses announced, what was set, submitted, late and returned. None of the work and
      none of the conversations are in it, and {data.student} sees every one that is sent.
    </p>
    {#if data.over}<p class="mb-4">This invitation is over: nobody said yes in time. Ask for a new one.</p>
    {:else if !data.confirmed}
      <form method="post" action="?/confirm" use:enhance class="mb-3">
        <button class="btn btn-primary">Yes, send it to me</button>
      </form>
    {:else}<p class="mb-4">It comes every Sunday at five in the afternoon.</p>{/if}
    <form method="post" action="?/end" use:enhance>
      <button class="btn">{data.confirmed ? 'End these summaries' : 'No, never mind'}</button>
    </form>
  {/if}
</div>
