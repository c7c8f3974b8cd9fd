const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

/*
 * Parts of packages that no screen of ours shows come along because a part that we use names them: a
 * tab bar (asked for its height by the notice of a developer's build), the router's own list of pages
 * (ours is `_sitemap.tsx`), long lists of another make (ours are virtual tables of `ui`), and drawings
 * that are read from XML. An empty part stands for each.
 */
const WITHOUT = [
  { from: /expo-router[\\/]build[\\/]views[\\/]Toast\.js$/, part: /bottom-tabs$/ },
  { from: /expo-router[\\/]build[\\/]ExpoRoot\.js$/, part: /views\/Sitemap$/ },
  { from: /react-native-svg[\\/].*ReactNativeSVG\.web\.js$/, part: /^\.\/xml$/ },
  {
    from: /react-native-web[\\/]dist[\\/]/,
    part: /(^|\/)(exports\/|components\/Animated|\.\.\/)?(FlatList|SectionList|VirtualizedList|VirtualizedSectionList)$/,
  },
];

const config = getDefaultConfig(__dirname);
config.resolver.resolveRequest = (context, name, platform) =>
  WITHOUT.some(({ from, part }) => from.test(context.originModulePath) && part.test(name))
    ? { type: 'sourceFile', filePath: path.join(__dirname, 'router.without.js') }
    : context.resolveRequest(context, name, platform);

module.exports = config;
