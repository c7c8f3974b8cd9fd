import { createContext } from 'react';

/* Stands for parts of the router that are left out; see metro.config.js. */
export const BottomTabBarHeightContext = createContext(undefined);
export const Sitemap = () => null;
export default () => null;
