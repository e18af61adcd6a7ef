// The writer of studies, by itself so that it can be loaded late.

export { writableStudy } from '@plateau/files';
