import type { SharedPerson, SharedView } from '@lippet/core/contract/shared';
import type { PagePlan } from '@lippet/core/page/document';
import { placesFor } from '@lippet/core/page/shared/placesFor';
import { toPage } from '@lippet/core/page/viewport';
import { memo, useMemo, useState } from 'react';
import { Pressable, StyleSheet, View, type GestureResponderEvent } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { useViewport } from '../page/over/useOnScreen';
import type { Surface } from '../page/surface/surface';
import { Badge } from '../ui/Badge';
import { colours, OUTLINE } from '../ui/theme';
import { useAtWork, type AtWork } from './useAtWork';

interface Props {
  view: SharedView;
  doc: Y.Doc;
  page: PagePlan;
  surface: Surface;
  me: string;
  hidden: boolean;
  asking: boolean;
  /** Whose each layer of the surface is, back to front. */
  owners: readonly string[];
  nameOf: (id: string) => SharedPerson;
}

/** How near a tap has to come, in pixels. */
const REACH = 12;
/** A place has to be so wide for a name, in pixels. */
const NAME_FROM = 120;

/** What lies over a page that is filled together: places by number, where others are at work, and whose something is. */
export function SharedOver({ view, doc, page, surface, me, hidden, asking, owners, nameOf }: Props) {
  const [whose, setWhose] = useState<AtWork | null>(null);
  const onScreen = useViewport(surface);
  const ask = ({ nativeEvent }: GestureResponderEvent): void => {
    // On the web a press is a click, which says where it was in the window alone.
    const { clientX, clientY } = nativeEvent as unknown as MouseEvent;
    const box = surface.element.getBoundingClientRect();
    const point = toPage(surface.renderer.viewport, clientX - box.left, clientY - box.top);
    const layer = surface.layerAt(point, REACH / onScreen.scale);
    setWhose(layer === null ? null : { person: owners[layer]!, page: page.id, ...point, seen: 0 });
  };
  return (
    <View style={styles.over}>
      <PlacesOver view={view} page={page} surface={surface} me={me} />
      {!hidden && <FlagsOver doc={doc} page={page} surface={surface} me={me} nameOf={nameOf} />}
      {asking && (
        <Pressable
          role="button"
          aria-label="Tap something to see whose it is"
          onPress={ask}
          style={StyleSheet.absoluteFill}
          testID="whose"
        />
      )}
      {asking && whose && (
        <Flag person={nameOf(whose.person)} {...onScreen.at(whose.x, whose.y)} named mine={whose.person === me} />
      )}
    </View>
  );
}

/** A place for each, by number, where that is wanted. Drawn anew only when the sheet is moved. */
const PlacesOver = memo(function PlacesOver({
  view,
  page,
  surface,
  me,
}: Pick<Props, 'view' | 'page' | 'surface' | 'me'>) {
  const onScreen = useViewport(surface);
  const places = useMemo(() => (view.places === null ? [] : placesFor(view.places, page)), [view.places, page]);
  return places.map(({ number, x, y, width, height }) => {
    const person = view.people.find(({ seat }) => seat === number);
    const isMine = person?.id === me;
    const { left, top } = onScreen.at(x, y);
    return (
      <View
        key={number}
        style={[
          styles.place,
          { left, top, width: width * onScreen.scale, height: height * onScreen.scale },
          isMine && styles.own,
        ]}
      >
        <Text variant="labelSmall" style={[styles.number, isMine && styles.ownNumber]}>
          {placeWords(number, isMine ? 'You' : (person?.name ?? ''), width * onScreen.scale)}
        </Text>
      </View>
    );
  });
});

/** Where a place is too narrow for a name, its number stands there: whose it is, is one tap away. */
const placeWords = (number: number, name: string, wide: number): string =>
  wide < NAME_FROM || name === '' ? String(number) : `${number} ${name}`;

/** Where others are at work. */
function FlagsOver({ doc, page, surface, me, nameOf }: Pick<Props, 'doc' | 'page' | 'surface' | 'me' | 'nameOf'>) {
  const atWork = useAtWork(doc, me);
  const onScreen = useViewport(surface);
  return atWork
    .filter((one) => one.page === page.id)
    .map(({ person, x, y }) => <Flag key={person} person={nameOf(person)} {...onScreen.at(x, y)} />);
}

interface FlagProps {
  person: SharedPerson;
  left: number;
  top: number;
  /** The name stands beside it. */
  named?: boolean;
  mine?: boolean;
}

/** A badge where somebody has made something; with the name beside it where that was asked for. */
const Flag = memo(function Flag({ person, left, top, named = false, mine = false }: FlagProps) {
  const words = mine ? 'You' : person.name;
  return (
    <View
      style={[styles.flag, { left, top }]}
      role={named ? 'status' : 'img'}
      aria-label={named ? words : `${words} is at work here`}
    >
      <Badge name={person.name} colour={person.badge} size={26} />
      {named && (
        <Text variant="labelMedium" style={styles.name}>
          {words}
        </Text>
      )}
    </View>
  );
});

const styles = StyleSheet.create({
  over: { ...StyleSheet.absoluteFill, pointerEvents: 'box-none', overflow: 'hidden' },
  place: {
    position: 'absolute',
    borderWidth: 1,
    borderStyle: 'dashed',
    borderColor: colours.soft,
    pointerEvents: 'none',
  },
  own: { borderWidth: OUTLINE, borderColor: colours.ink },
  // As large as fits into a place, whatever size one reads at.
  number: {
    alignSelf: 'flex-start',
    backgroundColor: colours.scrap,
    color: colours.soft,
    paddingHorizontal: 3,
    fontSize: 13,
    lineHeight: 17,
  },
  ownNumber: { backgroundColor: colours.ochre, color: colours.ink },
  flag: { position: 'absolute', flexDirection: 'row', alignItems: 'center', pointerEvents: 'none' },
  name: {
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderLeftWidth: 0,
    borderColor: colours.ink,
    paddingHorizontal: 6,
  },
});
