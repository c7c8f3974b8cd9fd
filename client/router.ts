/*
 * What the screens use of the router. Its index brings tab bars, native stacks, link previews and a
 * map of the site with it, a hundred kilobytes that no screen shows.
 */
export { useLocalSearchParams, usePathname } from 'expo-router/build/hooks';
export { router } from 'expo-router/build/imperative-api';
export { Link } from 'expo-router/build/link/Link';
export { Redirect } from 'expo-router/build/link/Redirect';
export { Slot } from 'expo-router/build/views/Navigator';
