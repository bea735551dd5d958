export { blend } from './blend';
export { grey, greyByHue } from './grey';
export { mix, paint } from './mix';
export { reduce } from './reduce';
export { rim } from './rim';
export { sample } from './sample';
export { screen } from './screen';
export { table } from './table';
