export { csvLine, LOG_HEADERS, logText } from './logLines.ts';
