/**
 * Paper, ink, wood and vermilion, with a dark twin. Every pair in use has the contrast that
 * WCAG 2.2 AA asks for; state is never told by colour alone.
 */
const light = {
  paper: '#F7F2E8',
  sheet: '#FFFDF8',
  well: '#EFE7D8',
  ink: '#201A17',
  faded: '#655A52',
  rule: '#DDD2C1',
  edge: '#8C7F72',
  vermilion: '#B3361B',
  vermilionDeep: '#962B14',
  onVermilion: '#FFFDF8',
  moss: '#3C6B3A',
  amber: '#8A5A00',
  plum: '#7A2E4D',
  onState: '#FFFDF8',
  wood: '#B8935F',
  beadTaken: '#FFFDF8',
  beadCounted: '#F3DFAE',
  beadSent: '#D79F3A',
  beadHome: '#3C6B3A',
  beadLoose: '#B4628A',
  scrim: 'rgba(32, 26, 23, 0.5)',
};
type ColorName = keyof typeof light;

const dark: Record<ColorName, string> = {
  paper: '#191410',
  sheet: '#231C17',
  well: '#2F2620',
  ink: '#F4ECDF',
  faded: '#BDB0A1',
  rule: '#46392F',
  edge: '#93857A',
  vermilion: '#F0825F',
  vermilionDeep: '#F59A7C',
  onVermilion: '#241009',
  moss: '#93C68D',
  amber: '#E6BC68',
  plum: '#EAA0C0',
  onState: '#191410',
  wood: '#97754A',
  beadTaken: '#231C17',
  beadCounted: '#7A5F2C',
  beadSent: '#D9A94E',
  beadHome: '#7FB679',
  beadLoose: '#D786AB',
  scrim: 'rgba(0, 0, 0, 0.65)',
};

export const colors = { light, dark };
