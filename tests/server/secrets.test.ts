import { describe, expect, it } from 'vitest';
import { seal, unseal } from '$server/secrets';

describe('a sealed secret', () => {
  it('opens for what it was sealed for, and for nothing else', async () => {
    const sealed = await seal('kelp and rope', 'ilse');
    expect(await unseal(sealed, 'ilse')).toBe('kelp and rope');
    await expect(unseal(sealed, 'teodor')).rejects.toThrow();
  });

  it('never looks the same twice, and does not open once a bit was changed', async () => {
    const [one, two] = await Promise.all([seal('the same', 'x'), seal('the same', 'x')]);
    expect(one.equals(two)).toBe(false);
    for (const at of [0, 12, one.length - 1]) {
      const changed = Buffer.from(one);
      changed.writeUInt8(changed.readUInt8(at) ^ 1, at);
      await expect(unseal(changed, 'x')).rejects.toThrow();
    }
    await expect(unseal(Buffer.alloc(4), 'x')).rejects.toThrow();
  });

  it('keeps any letters', async () => {
    const text = 'Ærø ⁄ 🐚 \n';
    expect(await unseal(await seal(text, 'x'), 'x')).toBe(text);
  });
});
