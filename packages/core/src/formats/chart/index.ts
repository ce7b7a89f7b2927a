export { ChartError } from './error';
export { readChart } from './read';
export { writeChart } from './write';
