<script lang="ts">
  import BookIn from '$ui/grades/BookIn.svelte';
  import type { BookPlanSaid } from '$core/grades/book-plan';

  const { data, form } = $props();
  interface Said {
    plan?: BookPlanSaid;
    text?: string;
    kept?: boolean;
    meanwhile?: string | null;
    problem?: string;
    given?: Record<string, string>;
  }
  /** A refusal says other things than a look does. */
  const said = $derived<Said>(form ?? {});
</script>

<svelte:head><title>Grade book in, {data.course.title} · Vendro</title></svelte:head>
<BookIn
  plan={said.plan ?? null}
  text={said.text ?? said.given?.text ?? ''}
  kept={said.kept === true}
  problem={said.problem ?? said.meanwhile ?? null}
  book="/courses/{data.course.slug}/grades"
/>
