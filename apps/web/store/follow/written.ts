// Apart, for it brings the rule language.

export { writableBlend } from '@plateau/files';
