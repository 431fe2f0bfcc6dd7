export { MarkDeskScreen as default } from '@/marker/MarkDeskScreen';
