import type { Circuit } from './circuit';
import type { DrawingFlaw } from './inspectCircuit';

/** What the fields of a circuit's document are called. */
const fieldWords: Readonly<Record<string, string>> = {
  reachMinutes: 'minutes to reach',
  visibility: 'share that can be seen',
  strip: 'what comes off before',
  where: 'where on the vehicle',
  control: 'what moves it',
  closedIn: 'closed in',
  drivenWhen: 'driven when',
  pullTo: 'pulled to',
  pullOhms: 'ohms of its pull',
  areaMm2: 'size',
  lengthMetres: 'length',
  ratingAmps: 'amps',
  drawAmps: 'amps',
  count: 'how many',
  centre: 'fuse box',
  internalOhms: 'ohms inside',
  id: 'short name',
  controls: 'positions',
};

const words = (field: string) =>
  fieldWords[field] ?? field.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** What an entry of a list of the document is called, and what it is in the drawing. */
function entryOf(
  circuit: Circuit,
  list: string,
  index: number,
): { readonly name: string; readonly at: string } {
  if (list === 'parts' || list === 'sections') {
    const found = circuit[list][index];
    return { name: found?.name ?? '', at: found?.id ?? '' };
  }
  if (list === 'places' || list === 'strips' || list === 'controls')
    return { name: circuit[list][index]?.name ?? '', at: '' };
  return { name: list === 'ruledOut' ? 'What is never set' : '', at: '' };
}

/**
 * What storing a circuit is refused for, as a flaw of its drawing: by the name of what it is about, not by its place in the
 * document.
 * @param flaw - its path from the document's root, joined by full stops
 */
export function documentFlaw(
  circuit: Circuit,
  { path, message }: { readonly path: string; readonly message: string },
): DrawingFlaw {
  const [list = '', index, ...fields] = path.split('.');
  if (index === undefined || !/^\d+$/.test(index)) {
    return { weight: 'stops', message: list === 'name' ? `Its name: ${message}` : message, at: '' };
  }
  const { name, at } = entryOf(circuit, list, Number(index));
  const part = list === 'parts' ? circuit.parts[Number(index)] : undefined;
  const about = fields.flatMap((field, i): readonly string[] => {
    const before = fields[i - 1];
    if (!/^\d+$/.test(field)) return field === 'pins' && part?.kind === 'module' ? [] : [words(field)];
    if (before === 'pins' && part?.kind === 'module')
      return [`pin ${part.pins[Number(field)]?.pin ?? field}`];
    return [`${Number(field) + 1}`];
  });
  return { weight: 'stops', message: `${[name, ...about].join(', ')}: ${message}`, at };
}
