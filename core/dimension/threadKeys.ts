import type { Surface } from '../geometry/surface.ts';
import { faceKey, readFaceKey } from '../naming/keys.ts';
import { ROOT_SHARE } from '../part/standard/thread.ts';

const THREAD = ' thread';
const THREAD_START = ' thread start';
const THREAD_END = ' thread end';

/** The name under which the other line of a face's thread is known: the root of a screw's thread, the outside of a tapped hole's. */
export const threadFaceOf = (carrier: string): string => withRole(carrier, THREAD);
/** The name under which the end of full thread on a face is known. */
export const threadEndOf = (carrier: string): string => withRole(carrier, THREAD_END);
/** The name under which the place is known where a thread begins that ends on its face. */
export const threadStartOf = (carrier: string): string => withRole(carrier, THREAD_START);
const withRole = (carrier: string, more: string): string => {
  const { feature, role, copy } = readFaceKey(carrier);
  return faceKey(feature, `${role}${more}`, copy);
};
/** The face whose full thread ends at such an end; nothing for any other key. */
export const carrierOfThreadEnd = (key: string): string | undefined => {
  const { feature, role, copy } = readFaceKey(key);
  return role.endsWith(THREAD_END) ? faceKey(feature, role.slice(0, -THREAD_END.length), copy) : undefined;
};

/** The nominal diameter of the thread on a face, part units; nothing where it has none. */
export const nominalOfThread = (
  carrier: string,
  surfaces: ReadonlyMap<string, Surface>,
): number | undefined => {
  const [s, t] = [surfaces.get(carrier), surfaces.get(threadFaceOf(carrier))];
  return s?.kind === 'cylinder' && t?.kind === 'cylinder' ? 2 * Math.max(s.r, t.r) : undefined;
};

/** The pitch of the thread on a face, as far as it shows: from the root of a screw's, or from the hole that is drilled for it. */
export const pitchOfThread = (
  carrier: string,
  surfaces: ReadonlyMap<string, Surface>,
): number | undefined => {
  const [s, t] = [surfaces.get(carrier), surfaces.get(threadFaceOf(carrier))];
  if (s?.kind !== 'cylinder' || t?.kind !== 'cylinder') return undefined;
  return s.r > t.r ? (2 * (s.r - t.r)) / ROOT_SHARE : 2 * (t.r - s.r);
};
