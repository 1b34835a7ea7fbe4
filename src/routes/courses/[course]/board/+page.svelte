<script lang="ts">
  import ProgressBoard from '$ui/grades/ProgressBoard.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Progress board: {data.course.title} · Vendro</title></svelte:head>
<ProgressBoard board={data.board} course={data.course.slug} />
