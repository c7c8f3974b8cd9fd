/** When tests look at the demo shop: a Monday afternoon in its zone. */
export const DEMO_AT = '2026-03-02T19:00:00Z';
