/** Colours on the bench: it shows paper in either light, so they do not change with it. */
export const COLOURS = {
  paper: '#fffdf8',
  cut: '#3b4570',
  fill: '#4a5580',
  node: '#2f6f62',
  ink: '#2a2620',
  missed: '#c4512d',
  extra: '#1d86ad',
  mark: '#b8862b',
};
