import i18next from 'i18next';
import '.';
import { desk } from './en/desk';

/* The words of the desk's screens join those that are there. */
i18next.addResourceBundle('en', 'translation', desk, true);
