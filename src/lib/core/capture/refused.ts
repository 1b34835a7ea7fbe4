/** What is used to capture something. */
export type Device = 'camera' | 'microphone' | 'screen';

/** Why a device gives nothing. */
export const DEVICE_REFUSALS = ['none', 'refused', 'in-use', 'insecure', 'unable'] as const;
export type DeviceRefusal = (typeof DEVICE_REFUSALS)[number];

/**
 * Why a browser gave no device, from the name of what it threw (W3C Media Capture and Streams, 10.2.2).
 *
 * @param there whether the page is allowed to ask at all: browsers offer devices only to addresses that nobody can listen to
 */
export function deviceRefusal(name: string, there: boolean): DeviceRefusal {
  if (!there) return 'insecure';
  if (name === 'NotAllowedError' || name === 'SecurityError') return 'refused';
  if (name === 'NotFoundError' || name === 'OverconstrainedError') return 'none';
  return name === 'NotReadableError' || name === 'AbortError' ? 'in-use' : 'unable';
}

export type BrowserKind = 'chromium' | 'firefox' | 'safari';

/** Which browser it is, as far as it matters for where its permissions are. From its user agent. */
export function browserKind(userAgent: string): BrowserKind {
  if (/firefox|fxios/i.test(userAgent)) return 'firefox';
  return /safari/i.test(userAgent) && !/chrom|crios|edg/i.test(userAgent) ? 'safari' : 'chromium';
}

const DEVICE_WORDS: Record<Device, string> = { camera: 'camera', microphone: 'microphone', screen: 'screen' };

/** What happened, and what to do about it: two sentences or three. */
export function deviceRefusalWords(why: DeviceRefusal, device: Device, browser: BrowserKind): string {
  const name = DEVICE_WORDS[device];
  if (why === 'none') return `No ${name} was found on this device. Connect one, or choose a file instead.`;
  if (why === 'in-use')
    return `The ${name} is there, but another program holds it. Close that program, then try again.`;
  if (why === 'insecure')
    return `Browsers give a ${name} only to addresses that begin with https. Ask your school for that address, or choose a file instead.`;
  if (why === 'unable') return `This browser cannot use the ${name}. Choose a file instead, or try another browser.`;
  if (device === 'screen') return 'Nothing was chosen to be shown. Try again, and choose a window or the whole screen.';
  return `This page may not use the ${name}. ${ALLOW[browser]} Then try again.`;
}

const ALLOW: Record<BrowserKind, string> = {
  chromium: 'Press the sign before the address, and allow it there.',
  firefox: 'Press the crossed-out sign before the address, and take the block away.',
  safari: 'Open the settings of this website in the address line, and allow it there.'
};
