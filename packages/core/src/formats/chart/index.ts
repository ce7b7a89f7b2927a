export { ChartError } from './error';
export { readChart, type ChartBase } from './read';
export { writeChart } from './write';
