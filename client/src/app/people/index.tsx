export { PeopleScreen as default } from '@/people/PeopleScreen';
