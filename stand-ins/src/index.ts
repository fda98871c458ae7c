export { FAILINGS, stationServer, type Failing } from './stationServer.ts';
export { csvLine, LOG_HEADERS, logText } from './logLines.ts';
