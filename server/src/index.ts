export { createApp } from './app';
