export { SettingsScreen as default } from '@/settings/SettingsScreen';
