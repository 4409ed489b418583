/** The colours of one theme, named by what they do. */
export interface Colours {
  ink: string;
  /** Second text: what explains. */
  soft: string;
  paper: string;
  card: string;
  rule: string;
  /** Aubergine: earned, and what can be done. */
  primary: string;
  onPrimary: string;
  primarySoft: string;
  onPrimarySoft: string;
  /** Where one is now: the row that is edited. */
  tint: string;
  /** Marigold: what asks something of you. */
  ask: string;
  onAsk: string;
  askSoft: string;
  onAskSoft: string;
  /** Secured: ink with a tick. */
  secured: string;
  onSecured: string;
  /** Out, and empty tracks. */
  pale: string;
  onPale: string;
  /** The edge of a field, a box, a part of the ribbon: 3 to 1 on everything that it stands on. */
  segment: string;
  hatch: string;
  dots: string;
  error: string;
}

/** What stands on paper, whatever the theme. */
export const PRINT = { ink: '#000000', paper: '#FFFFFF', rule: '#BBBBBB' } as const;

export const LIGHT: Colours = {
  ink: '#221C35',
  soft: '#655D79',
  paper: '#FAF6EF',
  card: '#FFFDF9',
  rule: '#E3DACB',
  primary: '#5B2C6F',
  onPrimary: '#FFFDF9',
  primarySoft: '#E9DDF0',
  onPrimarySoft: '#4A2160',
  tint: '#F2E9F6',
  ask: '#D9932B',
  onAsk: '#221C35',
  askSoft: '#FBE9CF',
  onAskSoft: '#714404',
  secured: '#3A3350',
  onSecured: '#FFFDF9',
  pale: '#EEE8DC',
  onPale: '#6B6376',
  segment: '#8F7FA3',
  hatch: '#A8A0B3',
  dots: '#8D6AA0',
  error: '#A3262A',
};

export const DARK: Colours = {
  ink: '#F3ECDF',
  soft: '#B9AFC6',
  paper: '#1A1624',
  card: '#231E30',
  rule: '#3B344A',
  primary: '#CBA3DD',
  onPrimary: '#2A1236',
  primarySoft: '#44325A',
  onPrimarySoft: '#EBD9F4',
  tint: '#2E2540',
  ask: '#E3A447',
  onAsk: '#221C35',
  askSoft: '#47351A',
  onAskSoft: '#F8DCAF',
  secured: '#EDE5D6',
  onSecured: '#221C35',
  pale: '#2F293C',
  onPale: '#AEA4BA',
  segment: '#8B7BA1',
  hatch: '#6F667E',
  dots: '#A785BC',
  error: '#F2A0A0',
};
