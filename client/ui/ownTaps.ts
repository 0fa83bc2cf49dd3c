/** What can be pressed. */
const PRESSABLE =
  'button, a, input, select, textarea, [role="button"], [role="link"], [role="radio"], [role="checkbox"], [role="tab"]';

/**
 * Lets nothing take a tap that did not begin on it. A card that opens under a finger as that is lifted lies where the
 * browser then looks for what was tapped: its "Delete" would be pressed by the tap that opened it.
 *
 * @returns what ends it
 */
export function insistOnOwnTaps(): () => void {
  let begunOn: readonly EventTarget[] = [];
  const remember = (event: PointerEvent): void => {
    begunOn = event.composedPath();
  };
  const judge = (event: MouseEvent): void => {
    const { pointerType } = event as PointerEvent;
    // Keys and programs have no pointer.
    if (!event.isTrusted || !pointerType || !(event.target instanceof Element)) return;
    const pressed = event.target.closest(PRESSABLE);
    if (!pressed || begunOn.includes(pressed)) return;
    event.preventDefault();
    event.stopImmediatePropagation();
  };
  window.addEventListener('pointerdown', remember, true);
  window.addEventListener('click', judge, true);
  return () => {
    window.removeEventListener('pointerdown', remember, true);
    window.removeEventListener('click', judge, true);
  };
}
