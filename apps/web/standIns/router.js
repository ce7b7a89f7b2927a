/**
 * In place of what the router brings along and the app never shows: tabs, headers and their colours, toolbars, previews
 * of links, the list of all pages, titles by its own component. Each name is there, and draws nothing.
 */
const { createContext } = require('react');

const Nothing = () => null;
const Through = ({ children }) => children;

module.exports = {
  Badge: Nothing,
  BottomTabBarHeightContext: createContext(undefined),
  Button: Nothing,
  Color: () => undefined,
  Header: Nothing,
  HeaderBackButton: Nothing,
  HeaderSearchBar: Nothing,
  Helmet: Nothing,
  HelmetProvider: Through,
  HrefPreview: Nothing,
  Sitemap: Nothing,
  StackToolbar: Nothing,
  appendStackToolbarPropsToOptions: (options) => options,
  createBottomTabNavigator: () => ({ Navigator: Nothing }),
  getNavOptions: () => ({}),
};
