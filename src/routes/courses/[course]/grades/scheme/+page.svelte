<script lang="ts">
  import SchemeEditor from '$ui/grades/SchemeEditor.svelte';
  import Answered from '$ui/primitives/Answered.svelte';

  const { data, form } = $props();
  const tried = $derived(form && 'tried' in form ? form.tried : null);
</script>

<svelte:head><title>How {data.course.title} counts · Vendro</title></svelte:head>
<p class="mb-2 text-sm"><a class="link" href="/courses/{data.course.slug}/grades">Grade book</a></p>
<h2 class="mb-1 text-2xl font-semibold">How results become the grade</h2>
<Answered {form} />
{#key JSON.stringify(data.scheme)}
  <SchemeEditor
    scheme={data.scheme}
    own={data.own}
    scales={data.scales}
    assignments={data.assignments}
    tried={tried ?? null}
  />
{/key}
