const { join } = require('node:path');

/**
 * What no page of ours comes to, by the ends of its files' names. Each is reached from what we use only by a package's own index or for
 * what the web target, or our pages, do not have. The end-to-end tests go through every page as it is built: what is missed here fails there.
 */
const LEFT_OUT = [
  // The router: stacks with headers and tabs as phones draw them, its pages for makers, addresses by static configuration, and
  // what it says while developing.
  'expo-router/build/layouts/stack-utils/index.js',
  'expo-router/build/link/preview/HrefPreview.js',
  'expo-router/build/native-tabs/NativeTabTrigger.js',
  'expo-router/build/react-navigation/core/StaticNavigation.js',
  'expo-router/build/react-navigation/core/usePreventRemove.js',
  'expo-router/build/react-navigation/native/ServerContainer.js',
  'expo-router/build/react-navigation/native/createStaticNavigation.js',
  'expo-router/build/react-navigation/native/useScrollToTop.js',
  'expo-router/build/react-navigation/routers/DrawerRouter.js',
  'expo-router/build/react-navigation/routers/TabRouter.js',
  'expo-router/build/views/Sitemap.js',
  'expo-router/build/views/Toast.js',
  'expo-router/build/views/Unmatched.js',
  // How it leads from address to address where its own way does not (`expo-router/build/fork`).
  'expo-router/build/react-navigation/core/getPathFromState.js',
  'expo-router/build/react-navigation/core/getStateFromPath.js',
  'expo-router/build/react-navigation/native/Link.js',
  'expo-router/build/react-navigation/native/NavigationContainer.js',
  'expo-router/build/react-navigation/native/createMemoryHistory.js',
  'expo-router/build/react-navigation/native/useLinkBuilder.js',
  'expo-router/build/react-navigation/native/useLinkProps.js',
  'expo-router/build/react-navigation/native/useLinkTo.js',
  'expo-router/build/react-navigation/native/useLinking.js',
  'expo-router/build/react-navigation/native/useRoutePath.js',
  // Questions asked in numbers, in streams and on servers, and answers kept each by itself.
  '@tanstack/query-core/build/modern/queriesObserver.js',
  '@tanstack/query-core/build/modern/streamedQuery.js',
  '@tanstack/query-persist-client-core/build/modern/createPersister.js',
  '@tanstack/react-query/build/modern/HydrationBoundary.js',
  '@tanstack/react-query/build/modern/useQueries.js',
  '@tanstack/react-query/build/modern/useSuspenseQueries.js',
  // How long ago something was, in words.
  'date-fns/locale/en-US/_lib/formatDistance.js',
  'date-fns/locale/en-US/_lib/formatRelative.js',
  // Fields without a frame: ours have one.
  'react-native-paper/lib/module/components/TextInput/TextInputFlat.js',
  // Pictures out of files, drawings that are pressed, and what swings and runs out.
  'react-native-svg/lib/module/lib/SvgTouchableMixin.js',
  'react-native-web/dist/exports/Image/index.js',
  'react-native-web/dist/exports/Touchable/index.js',
  'react-native-web/dist/vendor/react-native/Animated/animations/DecayAnimation.js',
  'react-native-web/dist/vendor/react-native/Animated/animations/SpringAnimation.js',
  // Long lists that draw what is in sight: ours have a package of their own.
  'react-native-web/dist/exports/FlatList/index.js',
  'react-native-web/dist/exports/SectionList/index.js',
  // Turning and moving by text, such as "rotate(30)".
  'react-native-svg/lib/module/lib/extract/transform.js',
  'react-native-svg/lib/module/lib/extract/transformToRn.js',
];

const NOTHING = join(__dirname, 'nothing.js');
/** What stands in the place of a file that we need a little of, or in another way. */
const INSTEAD = {
  'expo-router/build/fork/native-stack/createNativeStackNavigator.js': join(__dirname, 'native-stack.js'),
  'expo/dom/index.js': join(__dirname, 'no-page-within.js'),
  'expo-router/build/domComponents/useDomComponentNavigation.js': join(__dirname, 'no-page-within.js'),
  'expo-router/build/head/index.js': join(__dirname, 'head.js'),
  'expo-router/build/screensFeatureFlags.js': join(__dirname, 'screens.js'),
  // A theme that is handed on to what stands in the same one is not put together with itself.
  '@callstack/react-theme-provider/lib/createTheming.js': join(__dirname, 'theming.js'),
  'color-convert/index.js': join(__dirname, 'rgb-alone.js'),
  'react-native-paper/lib/module/styles/themes/v2/colors.js': join(__dirname, 'paper-colours.js'),
  // What older browsers spelled otherwise: none that runs this needs it, and each value of each style would be looked at.
  'inline-style-prefixer/lib/plugins/crossFade.js': NOTHING,
  'inline-style-prefixer/lib/plugins/imageSet.js': NOTHING,
  'react-native-web/dist/exports/StyleSheet/index.js': join(__dirname, 'web/style-sheet.js'),
  'react-native-web/dist/exports/Text/index.js': join(__dirname, 'web/text.js'),
  'react-native-web/dist/exports/View/index.js': join(__dirname, 'web/view.js'),
  'react-native-web/dist/exports/render/index.js': join(__dirname, 'render.js'),
  'react-native-web/dist/modules/createDOMProps/index.js': join(__dirname, 'web/dom-props.js'),
  // Copying and leaving out, which all of the packages above do for each element.
  '@babel/runtime/helpers/esm/objectSpread2.js': join(__dirname, 'web/spread.js'),
  '@babel/runtime/helpers/esm/objectWithoutPropertiesLoose.js': join(__dirname, 'web/without.js'),
  '@babel/runtime/helpers/objectSpread2.js': join(__dirname, 'web/spread.js'),
  '@babel/runtime/helpers/objectWithoutPropertiesLoose.js': join(__dirname, 'web/without.js'),
};

const endOf = (ends, file) => ends.find((end) => file.endsWith(`/node_modules/${end}`));

/**
 * A file that was found, or what is taken instead of it: what stands in the place of a file may use that one itself.
 *
 * @param found - a resolution of Metro's
 * @param from - the file that asks for it
 */
function leftOut(found, from) {
  if (found.type !== 'sourceFile') return found;
  if (endOf(LEFT_OUT, found.filePath)) return { type: 'empty' };
  const instead = INSTEAD[endOf(Object.keys(INSTEAD), found.filePath)];
  return instead && instead !== from ? { ...found, filePath: instead } : found;
}

module.exports = { leftOut };
