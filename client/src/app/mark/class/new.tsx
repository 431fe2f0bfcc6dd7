export { NewClassScreen as default } from '@/marker/classes/NewClassScreen';
