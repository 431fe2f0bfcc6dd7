export { DeletedScreen as default } from '@/deleted/DeletedScreen';
