module.exports = (api) => {
  api.cache(true);
  // Of the interface library comes what is used. What this does not know (types, themes) has an import of its own.
  return { presets: ['babel-preset-expo'], plugins: ['react-native-paper/babel'] };
};
