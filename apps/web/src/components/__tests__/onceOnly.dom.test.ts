import '../onceOnly';

let count = 0;
const button = document.createElement('button');
button.addEventListener('click', () => count++);
const steps = document.createElement('div');
steps.dataset.testid = 'stepper';
document.body.append(button, steps);

const key = (type: 'keydown' | 'keyup', init: KeyboardEventInit = {}) =>
  new KeyboardEvent(type, { key: 'Enter', bubbles: true, cancelable: true, ...init });
/** As a browser does it: Enter clicks when it goes down, and again while it is held, unless somebody says no. */
const press = (init?: KeyboardEventInit): void => {
  if (button.dispatchEvent(key('keydown', init))) button.click();
};
const release = (): void => void button.dispatchEvent(key('keyup'));

beforeEach(() => {
  release();
  count = 0;
  document.body.append(button);
});

it('two clicks of one finger are one', () => {
  button.click();
  button.click();
  expect(count).toBe(1);
});

it('a key pressed twice acts twice, however fast', () => {
  press();
  release();
  press();
  release();
  expect(count).toBe(2);
});

it('a key held down acts once, but for what goes in steps', () => {
  press();
  for (let i = 0; i < 5; i++) press({ repeat: true });
  expect(count).toBe(1);
  release();
  count = 0;
  steps.append(button);
  press();
  for (let i = 0; i < 5; i++) press({ repeat: true });
  expect(count).toBe(6);
});
