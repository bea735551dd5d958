import { draftRows } from './drafts';
await draftRows(process.argv[2] as string);
