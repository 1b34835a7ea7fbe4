<script lang="ts">
  import OnTheClocks from './OnTheClocks.svelte';
  interface Props {
    label: string;
    name: string;
    /** As clocks of the course's zone show it, `YYYY-MM-DDTHH:MM`; empty for none. */
    value?: string;
  }
  /** A date and time of a form, on the clocks of the course. */
  const { label, name, value = '' }: Props = $props();
</script>

<label class="text-sm"
  >{label}
  <OnTheClocks />
  <input class="input block input-sm" type="datetime-local" {name} {value} />
</label>
