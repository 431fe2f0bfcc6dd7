export { CheckReceiptScreen as default } from '@/receipt/CheckReceiptScreen';
