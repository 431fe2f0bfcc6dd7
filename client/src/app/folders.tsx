export { FoldersScreen as default } from '@/folders/FoldersScreen';
