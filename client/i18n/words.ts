import i18next from 'i18next';
import '.';
import { rest } from './en/rest';

/* The words of the screens join those that were there first. */
i18next.addResourceBundle('en', 'translation', rest, true);
