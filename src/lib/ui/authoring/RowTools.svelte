<script lang="ts" generics="T">
  import { moved } from '$core/courses/outline';

  interface Props {
    list: T[];
    index: number;
    name: string;
  }
  /** Moving and removing one row of a list that is being written. */
  let { list = $bindable(), index, name }: Props = $props();
</script>

<span class="flex gap-1">
  <button
    type="button"
    class="btn btn-xs"
    disabled={index === 0}
    onclick={() => (list = moved(list, index, index - 1))}
    aria-label="Move {name} up">Up</button
  >
  <button
    type="button"
    class="btn btn-xs"
    disabled={index === list.length - 1}
    onclick={() => (list = moved(list, index, index + 1))}
    aria-label="Move {name} down">Down</button
  >
  <button
    type="button"
    class="btn btn-xs"
    onclick={() => (list = list.filter((_, i) => i !== index))}
    aria-label="Remove {name}">Remove</button
  >
</span>
