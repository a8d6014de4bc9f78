/** The colours of the notebook: paper, ink, mason's line, marking flags. By night the paper turns dark, the ink light. */
export const day = {
  paper: '#F3EFE4', sheet: '#FCFAF4', field: '#F9F6EA', rule: '#D8D0BD', ink: '#1F2B2A', softInk: '#5C6962', pine: '#22403A',
  flag: '#C8431B', string: '#E2A11B', water: '#2C7193', good: '#3C7350', caution: '#966000', fault: '#A62B22',
  goodWash: '#E6EEE4', cautionWash: '#FBF1DC', faultWash: '#F9E5DF', noteWash: '#E8EEF1', grid: '#E6DFCC', earth: '#C9B99A',
} as const;
export type Tokens = Record<keyof typeof day, string>;

export const night: Tokens = {
  paper: '#161D1C', sheet: '#1E2726', field: '#222C2A', rule: '#3A4744', ink: '#E9E4D6', softInk: '#A3AFA9', pine: '#10211E',
  flag: '#F08A66', string: '#E2A11B', water: '#7DB8D3', good: '#86BC99', caution: '#E0AC54', fault: '#F09488',
  goodWash: '#22332A', cautionWash: '#362D1B', faultWash: '#3A2421', noteWash: '#223036', grid: '#2A3432', earth: '#6B604B',
};

/** Hues that stay apart for colour-blind eyes; dealt to species in the order in which a holding uses them. */
export const speciesHues = ['#3C6E8F', '#C9722E', '#5B7F3A', '#A8587A', '#2F5B4C', '#C9A227', '#7A5C9E', '#8A4B32', '#4FA3A0', '#8E8B3E', '#B5473C', '#5D6D7E'] as const;
