import { useStore } from 'zustand';
import { sendWishes } from '../api/sendWishes';
import { Notice } from '../ui/Notice';

/**
 * What waits to go, and what has become of it meanwhile. Its row says "not sent yet", so this must not say that it is.
 */
export function OnItsWay() {
  const { wishes, news } = useStore(sendWishes);
  return (
    <>
      {Object.values(wishes).map(({ pieceId, title, teacher }) => (
        <Notice
          key={pieceId}
          calm
        >{`${title} waits to go to ${teacher}. It goes by itself as soon as all of it is at school.`}</Notice>
      ))}
      {news
        .filter(({ pieceId }) => !(pieceId in wishes))
        .map(({ pieceId, words, sent }) => (
          <Notice key={pieceId} calm={sent}>
            {words}
          </Notice>
        ))}
    </>
  );
}
