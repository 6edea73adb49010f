export { recordOf, type PieceRecord, type RecordLine, type RecordSection, type Tag } from './record'
