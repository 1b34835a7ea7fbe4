<script lang="ts">
  import GradeBook from '$ui/grades/GradeBook.svelte';
  import SendResults from '$ui/grades/SendResults.svelte';
  import Answered from '$ui/primitives/Answered.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>Grade book of {data.course.title} · Vendro</title></svelte:head>
<Answered {form} />
<GradeBook book={data.book} course={data.course.slug} />
<SendResults sent={data.sent} spreadShown={data.book.spreadShown} />
