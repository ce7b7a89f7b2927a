/**
 * What of an element's style decides whether and how it is read out: display, visibility, content. jsdom works out
 * every property against every rule at each question, which is most of the time of the tests that ask by role; here
 * a rule is found by its class, as react-native-web writes them. What is asked beyond that is answered by an empty text.
 */
const READ = ['display', 'visibility'];
const CLASS = /^\.[\w-]+$/;

/** What rules say of what is read: by class, in the order in which they hold, and those of other selectors. */
function readRules(document) {
  const byClass = new Map();
  const others = [];
  let order = 0;
  for (const sheet of document.styleSheets) {
    for (const { selectorText, style } of sheet.cssRules) {
      order++;
      const said = style && READ.filter((name) => style[name]);
      if (!said?.length) continue;
      for (const selector of selectorText.split(',').map((text) => text.trim())) {
        const rule = { order, selector, style };
        if (!CLASS.test(selector)) others.push(rule);
        else byClass.set(selector.slice(1), [...(byClass.get(selector.slice(1)) ?? []), rule]);
      }
    }
  }
  return { byClass, others };
}

const ruleCount = (document) => {
  let count = 0;
  for (const sheet of document.styleSheets) count += sheet.cssRules.length;
  return count;
};

function quickStyles(window) {
  const { document } = window;
  const whole = window.getComputedStyle.bind(window);
  let known = { count: -1, rules: null };
  const rules = () => {
    const count = ruleCount(document);
    if (count !== known.count) known = { count, rules: readRules(document) };
    return known.rules;
  };
  /** How elements of a name are shown where nobody says otherwise. */
  const usual = new Map();
  const usualDisplay = (name) => {
    if (!usual.has(name)) usual.set(name, whole(document.createElement(name)).display);
    return usual.get(name);
  };
  function said(element, name) {
    if (element.style?.[name]) return element.style[name];
    const { byClass, others } = rules();
    let last = null;
    const hear = (rule) => {
      if (rule.style[name] && rule.order > (last?.order ?? -1)) last = rule;
    };
    for (const one of element.classList) byClass.get(one)?.forEach(hear);
    for (const rule of others) if (rule.style[name] && element.matches(rule.selector)) hear(rule);
    return last?.style[name] ?? null;
  }
  function visibility(element) {
    for (let one = element; one; one = one.parentElement) {
      const own = said(one, 'visibility');
      if (own && own !== 'inherit') return own;
    }
    return 'visible';
  }
  const values = {
    display: (element) =>
      element.hidden ? 'none' : (said(element, 'display') ?? usualDisplay(element.localName)),
    visibility,
    // Nothing is written before or behind an element by a style.
    content: () => 'normal',
  };
  return (element, pseudo) => {
    if (pseudo) return whole(element, pseudo);
    const value = (name) => values[name]?.(element) ?? '';
    return {
      get display() {
        return value('display');
      },
      get visibility() {
        return value('visibility');
      },
      getPropertyValue: value,
    };
  };
}

if (globalThis.window?.document) window.getComputedStyle = quickStyles(window);
