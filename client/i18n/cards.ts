import i18next from 'i18next';
import '.';
import { cards } from './en/cards';

/* The words of the cards' screens join those that are there. */
i18next.addResourceBundle('en', 'translation', cards, true);
