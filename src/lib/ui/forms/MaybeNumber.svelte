<script lang="ts">
  interface Props {
    label: string;
    /** Null where nothing is written. */
    value: number | null;
    min?: number;
    max: number;
    step?: number | 'any';
  }
  /** A number that can be left out. */
  let { label, value = $bindable(), min = 0, max, step = 'any' }: Props = $props();
</script>

<label
  >{label}
  <input
    class="input mt-1 block w-24"
    type="number"
    {min}
    {max}
    {step}
    value={value ?? ''}
    oninput={(event) => (value = event.currentTarget.value === '' ? null : Number(event.currentTarget.value))}
  /></label
>
