export { ChartError } from './error';
export { chartProblems, readChart, type ChartBase } from './read';
export { writeChart } from './write';
