/**
 * A finger that taps twice by accident taps once: the second tap on the same control within a moment is nothing. For
 * every button and link there is, so that none opens, adds or makes something twice.
 */

/** No finger means two taps within this time, milliseconds. */
const MOMENT = 90;

/** Values that go up and down in steps may be tapped as fast as can be. */
const STEPS = '[data-testid=stepper]';
const CONTROL =
  'a, button, [role=button], [role=link], [role=switch], [role=checkbox], [role=radio], [role=tab]';

let last: { readonly control: Element; readonly at: number; readonly x: number; readonly y: number } | null =
  null;

/** How far a finger that slips comes at most, px. */
const SLIP = 16;

/** True where a click is the second of a finger: on the same control, or on what has come in its place under it. */
function isSecond(event: MouseEvent, control: Element): boolean {
  if (!last || event.timeStamp - last.at >= MOMENT) return false;
  if (last.control === control) return true;
  // By key a click has no place.
  return event.detail > 0 && Math.hypot(event.clientX - last.x, event.clientY - last.y) < SLIP;
}

function click(event: MouseEvent): void {
  const control = event.target instanceof Element ? event.target.closest(CONTROL) : null;
  if (!control || control.closest(STEPS)) return;
  if (isSecond(event, control)) {
    event.preventDefault();
    event.stopImmediatePropagation();
  }
  last = { control, at: event.timeStamp, x: event.clientX, y: event.clientY };
}

const isPress = ({ key }: KeyboardEvent): boolean => key === 'Enter' || key === ' ';

/** A key that was let go and is pressed again is meant again, however soon. */
function letGo(event: KeyboardEvent): void {
  if (isPress(event)) last = null;
}

/** A key that is held down acts once. */
function hold(event: KeyboardEvent): void {
  const control = event.target instanceof Element ? event.target.closest(CONTROL) : null;
  if (!event.repeat || !isPress(event) || !control || control.closest(STEPS)) return;
  event.preventDefault();
  event.stopImmediatePropagation();
}

if (typeof document !== 'undefined') {
  document.addEventListener('click', click, true);
  document.addEventListener('keydown', hold, true);
  document.addEventListener('keyup', letGo, true);
}
