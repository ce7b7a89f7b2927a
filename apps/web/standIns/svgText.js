/** Stands in for pictures from SVG text, which the app has none of: it draws its own. */
const Nothing = () => null;
export const SvgAst = Nothing;
export const SvgXml = Nothing;
export const SvgUri = Nothing;
export const SvgFromXml = Nothing;
export const SvgFromUri = Nothing;
export const camelCase = (phrase) => phrase;
export const getStyle = () => ({});
export const astToReact = Nothing;
export const parse = Nothing;
export const tags = {};
