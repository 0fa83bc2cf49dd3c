import { isId } from '../../../contract/ids';
import { distinct, listOf, rawOf, type Raw } from '../../../contract/readRaw';
import {
  isEmptyOption,
  knownPairs,
  OPTION_LIMITS,
  optionWords,
  readOption,
  readOptions,
  type Option,
} from '../../option';
import { asShare, filledOptions, type QuestionKind } from '../../questionKind';
import { readRegion, type Region } from '../place/place';

/** Labels are put onto the places of a picture. */
export interface LabelsSettings {
  picture: string | null;
  places: { id: string; region: Region; label: Option }[];
  /** Labels that belong nowhere. */
  spare: Option[];
}

export interface LabelsAsked {
  picture: string | null;
  places: { id: string; region: Region }[];
  labels: Option[];
}

/** What was put where: ids of places and of labels. */
export interface LabelsAnswer {
  pairs: [string, string][];
}

const labels = ({ places, spare }: LabelsSettings): Option[] => [...places.map(({ label }) => label), ...spare];

/** Each place with its own label earns its part. */
const shareOf = ({ places }: LabelsSettings, answer: LabelsAnswer): number => {
  const put = new Map(answer.pairs);
  return asShare(places.filter(({ id, label }) => put.get(id) === label.id).length / places.length);
};

export const labelled: QuestionKind<LabelsSettings, LabelsAsked, LabelsAnswer> = {
  newSettings: () => ({ picture: null, places: [], spare: [] }),
  readSettings(raw: Raw) {
    const read = listOf(raw.places, OPTION_LIMITS.options).flatMap(({ id, region, label }) => {
      const [where, words] = [readRegion(rawOf(region)), readOption(rawOf(label))];
      return isId(id) && where && words ? [{ id, region: where, label: words }] : [];
    });
    const places = distinct(
      distinct(read, ({ id }) => id),
      ({ label }) => label.id,
    );
    const taken = new Set(places.map(({ label }) => label.id));
    return {
      picture: isId(raw.picture) ? raw.picture : null,
      places,
      spare: readOptions(raw.spare).filter(({ id }) => !taken.has(id)),
    };
  },
  options: labels,
  filled: (settings, fill) => ({
    ...settings,
    places: settings.places.map(({ id, region, label }) => ({
      id,
      region,
      label: { ...label, words: fill.text(label.words) },
    })),
    spare: filledOptions(settings.spare, fill),
  }),
  trouble(settings, name) {
    if (settings.picture === null) return `${name} needs a picture.`;
    if (settings.places.length === 0) return `${name} needs a place with its label.`;
    return labels(settings).some(isEmptyOption) ? `${name} has a label with nothing on it.` : null;
  },
  asked: (settings, shuffle) => ({
    picture: settings.picture,
    places: settings.places.map(({ id, region }) => ({ id, region })),
    labels: shuffle(labels(settings)),
  }),
  laidOut: (asked, shuffle) => ({ ...asked, labels: shuffle(asked.labels) }),
  readAnswer(asked, value) {
    const put = knownPairs((value as LabelsAnswer | null)?.pairs, asked.places, asked.labels);
    // A label lies in one place.
    const pairs = distinct(put, ([, label]) => label);
    return pairs.length === 0 ? null : { pairs };
  },
  complete: ({ places }, { pairs }) => pairs.length === places.length,
  inWords: (asked, { pairs }) =>
    asked.places
      .flatMap(({ id }, index) => {
        const label = pairs.find(([place]) => place === id)?.[1];
        return label === undefined ? [] : [`place ${index + 1}: ${optionWords(asked.labels, label)}`];
      })
      .join('; '),
  share: shareOf,
  written: () => null,
  right: ({ places }) => ({ pairs: places.map(({ id, label }) => [id, label.id]) }),
};
