export { FAILINGS, stationServer, type Failing } from './stationServer.ts';
export { walkerServer, type WalkerWord } from './walkerServer.ts';
export { csvLine, LOG_HEADERS, logText } from './logLines.ts';
export { groundPicture, tileServer } from './tileServer.ts';
