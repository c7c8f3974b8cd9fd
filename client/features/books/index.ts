export { Entry } from './Entry';
export { WillPost } from './WillPost';
