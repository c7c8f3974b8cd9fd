import i18next from 'i18next';
import '.';
import { totals } from './en/totals';

/* The words of days by totals come with their screen. */
i18next.addResourceBundle('en', 'translation', totals, true);
