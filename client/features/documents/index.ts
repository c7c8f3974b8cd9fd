export { Documents, openDocuments } from './Documents';
export { pageOfDocument } from './where';
