export { MeScreen as default } from '@/people/MeScreen';
