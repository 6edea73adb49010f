export { customerRecord } from './for-customer'
export { likeOnce } from './alike'
export { recordOf, type PieceRecord, type RecordLine, type RecordSection, type Tag } from './record'
