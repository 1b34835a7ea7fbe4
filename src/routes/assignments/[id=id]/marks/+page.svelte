<script lang="ts">
  import type { MarksPlan } from '$core/marking/marks-file';
  import MarksIn from '$ui/marking/MarksIn.svelte';

  const { data, form } = $props();
  interface Said {
    plan?: MarksPlan;
    text?: string;
    kept?: boolean;
    problem?: string;
    problems?: Record<string, string>;
    given?: Record<string, string>;
  }
  /** A refusal says other things than a look does. */
  const said = $derived<Said>(form ?? {});
</script>

<svelte:head><title>Marks of {data.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-4xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/assignments/{data.assignmentId}">{data.title}</a></p>
  <h1 class="mb-4 page-title">Marks out and in</h1>
  <MarksIn
    plan={said.plan ?? null}
    text={said.text ?? said.given?.text ?? ''}
    kept={said.kept === true}
    problem={said.problem ?? said.problems?.text ?? null}
    csv="/assignments/{data.assignmentId}/marks/csv"
  />
</div>
