import i18next from 'i18next';
import '.';
import { overShort } from './en/overShort';

/* The words of over and short come with its chart. */
i18next.addResourceBundle('en', 'translation', overShort, true);
