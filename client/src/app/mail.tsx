export { MailTrayScreen as default } from '@/mail/MailTrayScreen';
