<script lang="ts">
  import LongList from '$ui/desk/LongList.svelte';

  const { data } = $props();
  const next = $derived(
    data.next && {
      href: `/desk/all?after=${data.next.due ?? 'none'}.${data.next.assignmentId}`,
      name: 'Later work'
    }
  );
</script>

<LongList
  title="All open work"
  about="By due moment. What has no date stands at the end."
  empty="Nothing is open. What your teachers set stands here until it is settled."
  lines={data.lines}
  {next}
/>
