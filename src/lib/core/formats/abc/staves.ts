import type { Part } from '../../score/model';
import type { VoiceReader } from './voice';

/**
 * Which staff each voice stands on. `%%score {1 2}` makes one part of two staves, `(1 2)` puts two voices on one staff;
 * without it two voices, the second in the bass, are a keyboard part, and others a part each.
 */
export function arrangeStaves(voices: readonly VoiceReader[], order: string | null) {
  const places = new Map<string, { part: number; staff: number }>();
  const parts: Part[] = [];
  const newPart = (name: string) => parts.push({ id: `P${parts.length + 1}`, name, staves: 0 }) - 1;
  const newStaff = (part: number) => {
    parts[part] = { ...parts[part]!, staves: parts[part]!.staves + 1 };
    return parts[part]!.staves - 1;
  };
  const nameOf = (id: string) => voices.find((voice) => voice.id === id)?.name ?? '';
  if (order !== null) {
    let brace: number | null = null;
    let shared: { part: number; staff: number } | null = null;
    let isShared = false;
    for (const [token] of order.matchAll(/[{}()[\]|*]|[^\s{}()[\]|*]+/g)) {
      if (token === '{') brace = newPart('');
      else if (token === '}') brace = null;
      else if (token === '(') isShared = true;
      else if (token === ')') {
        isShared = false;
        shared = null;
      } else if (/^[[\]|*]$/.test(token) || places.has(token)) continue;
      else if (voices.some((voice) => voice.id === token)) {
        const part: number = shared?.part ?? brace ?? newPart(nameOf(token));
        const place: { part: number; staff: number } = shared ?? { part, staff: newStaff(part) };
        if (isShared) shared = place;
        if (brace !== null && parts[brace]!.name === '')
          parts[brace] = { ...parts[brace]!, name: nameOf(token) };
        places.set(token, place);
      }
    }
    for (let index = parts.length - 1; index >= 0; index -= 1)
      if (parts[index]!.staves === 0) parts.splice(index, 1);
  }
  const rest = voices.filter((voice) => !places.has(voice.id));
  const isKeyboard =
    rest.length === 2 && parts.length === 0 && rest[1]!.clef?.sign === 'F' && !(rest[0]!.clef?.sign === 'F');
  const keyboard = isKeyboard ? newPart(rest[0]!.name || 'Piano') : null;
  for (const voice of rest) {
    const part = keyboard ?? newPart(voice.name);
    places.set(voice.id, { part, staff: newStaff(part) });
  }
  return { parts, placeOf: (id: string) => places.get(id) ?? { part: 0, staff: 0 } };
}
