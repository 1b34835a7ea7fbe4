/** Bytes as people read them: "820 kB", "4.2 MB". Powers of ten, as file managers count. */
export function sizeText(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  for (const [unit, size] of [
    ['kB', 1e3],
    ['MB', 1e6],
    ['GB', 1e9]
  ] as const) {
    if (bytes < size * 1000 || unit === 'GB') {
      const amount = bytes / size;
      return `${amount < 10 ? amount.toFixed(1).replace(/\.0$/, '') : Math.round(amount)} ${unit}`;
    }
  }
  return `${bytes} bytes`;
}
