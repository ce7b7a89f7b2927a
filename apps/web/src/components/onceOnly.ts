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

let last: { readonly control: Element; readonly at: number } | null = null;

function click(event: MouseEvent): void {
  const control = event.target instanceof Element ? event.target.closest(CONTROL) : null;
  if (!control || control.closest(STEPS)) return;
  const at = event.timeStamp;
  const isSame =
    last !== null && at - last.at < MOMENT && (last.control === control || !last.control.isConnected);
  if (isSame) {
    event.preventDefault();
    event.stopImmediatePropagation();
  }
  last = { control, at };
}

if (typeof document !== 'undefined') document.addEventListener('click', click, true);
