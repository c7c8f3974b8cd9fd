import i18next from 'i18next';
import { initReactI18next, useTranslation } from 'react-i18next';
import { first } from './en/first';

void i18next.use(initReactI18next).init({
  lng: 'en',
  showSupportNotice: false,
  fallbackLng: 'en',
  resources: { en: { translation: first } },
  interpolation: { escapeValue: false },
  returnNull: false,
});

/** Wording by key from the catalogues. */
export function useWords() {
  return useTranslation().t;
}

/** Wording by a code that the server or core says at run time, e.g. a trail's note. */
export function useWordsByCode(): (code: string, params?: Record<string, unknown>) => string {
  const { t } = useTranslation();
  return t as unknown as (code: string, params?: Record<string, unknown>) => string;
}
