import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes } from 'sequelize';
import type { PieceKind } from '$core/pieces/kinds';
import type { RoundState } from '$core/packets/custody';
import { database } from '../connection';
import { flag, id, maybeMoment, maybeText, maybeUuid, maybeWhole, moment, text, uuid, whole } from './columns';

/** One thing in the packet, until it is submitted only the student's. */
export class Piece extends Model<InferAttributes<Piece>, InferCreationAttributes<Piece>> {
  declare id: CreationOptional<string>;
  declare packetId: string;
  /** Null for the "also" place. */
  declare deliverableId: string | null;
  declare kind: CreationOptional<PieceKind>;
  declare name: string;
  /** The student's own word beside it. */
  declare note: CreationOptional<string>;
  /** Of a file. */
  declare sha256: CreationOptional<string | null>;
  /** The same bytes with where they were taken, where that was left out of these. */
  declare spotSha256: CreationOptional<string | null>;
  /** The file on the Shelf that it was taken from, and which version of it. */
  declare shelfFileId: CreationOptional<string | null>;
  declare shelfVersion: CreationOptional<number | null>;
  /** Of a link: where it leads, what was there, and whether the student kept it although a teacher does not meet it. */
  declare url: CreationOptional<string | null>;
  declare lookId: CreationOptional<string | null>;
  declare knowingly: CreationOptional<boolean>;
  /** What is said in it, to be found by, and as captions (WebVTT). */
  declare captions: CreationOptional<string | null>;
  declare captionsSha256: CreationOptional<string | null>;
  declare portfolioId: CreationOptional<string | null>;
  declare portfolioPage: CreationOptional<string | null>;
  declare addedAt: Date;
  declare position: number;
}
Piece.init(
  {
    id: id(),
    packetId: uuid(),
    deliverableId: maybeUuid(),
    kind: { ...text(), defaultValue: 'file' },
    name: text(),
    note: { ...text(), defaultValue: '' },
    sha256: maybeText(),
    spotSha256: maybeText(),
    shelfFileId: maybeUuid(),
    shelfVersion: maybeWhole(),
    url: maybeText(),
    lookId: maybeUuid(),
    knowingly: { ...flag(), defaultValue: false },
    captions: maybeText(),
    captionsSha256: maybeText(),
    portfolioId: maybeUuid(),
    portfolioPage: maybeUuid(),
    addedAt: moment(),
    position: whole()
  },
  { sequelize: database, tableName: 'pieces' }
);

/** One submitted, frozen copy of the packet. */
export class Round extends Model<InferAttributes<Round>, InferCreationAttributes<Round>> {
  declare packetId: string;
  declare no: number;
  declare state: RoundState;
  declare submittedAt: Date;
  declare submittedBy: string;
  declare dueAt: Date | null;
  declare lateSeconds: number;
  declare startedDays: number;
  declare kept: string;
  declare openedAt: CreationOptional<Date | null>;
  /** What the student said with it. */
  declare note: CreationOptional<string>;
  /** When its last byte had arrived, for a round that counts from its seal. */
  declare arrivedAt: CreationOptional<Date | null>;
}
Round.init(
  {
    packetId: { ...uuid(), primaryKey: true },
    no: { ...whole(), primaryKey: true },
    state: text(),
    submittedAt: moment(),
    submittedBy: uuid(),
    dueAt: maybeMoment(),
    lateSeconds: whole(),
    startedDays: whole(),
    kept: { type: DataTypes.DECIMAL(5, 4), allowNull: false },
    openedAt: maybeMoment(),
    note: { ...text(), defaultValue: '' },
    arrivedAt: maybeMoment()
  },
  { sequelize: database, tableName: 'rounds' }
);

/** Points and a remark. A draft until it is returned. */
export class Mark extends Model<InferAttributes<Mark>, InferCreationAttributes<Mark>> {
  declare id: CreationOptional<string>;
  declare packetId: string;
  declare roundNo: number | null;
  declare points: string | null;
  declare remark: string;
  declare outcome: CreationOptional<'settled' | 'another-round' | null>;
  declare kept: CreationOptional<string>;
  declare byPerson: string;
  declare changedAt: Date;
  declare returnedAt: CreationOptional<Date | null>;
  /** Why lateness is not charged, and why the points are other than the rubric's. */
  declare waived: CreationOptional<string | null>;
  declare otherwise: CreationOptional<string | null>;
  /** When it goes back by itself, and as what. */
  declare returnAt: CreationOptional<Date | null>;
  declare returnAs: CreationOptional<Record<string, unknown> | null>;
}
Mark.init(
  {
    id: id(),
    packetId: uuid(),
    roundNo: maybeWhole(),
    points: { type: DataTypes.DECIMAL(8, 2) },
    remark: text(),
    outcome: maybeText(),
    kept: { type: DataTypes.DECIMAL(5, 4), allowNull: false, defaultValue: '1' },
    byPerson: uuid(),
    changedAt: moment(),
    returnedAt: maybeMoment(),
    waived: maybeText(),
    otherwise: maybeText(),
    returnAt: maybeMoment(),
    returnAs: { type: DataTypes.JSONB, allowNull: true }
  },
  { sequelize: database, tableName: 'marks' }
);

/** Bytes, known by their hash, written once. */
export class Blob extends Model<InferAttributes<Blob>, InferCreationAttributes<Blob>> {
  declare sha256: string;
  declare size: string;
  declare mediaType: string;
  declare storedAt: Date;
}
Blob.init(
  {
    sha256: { ...text(), primaryKey: true },
    size: { type: DataTypes.BIGINT, allowNull: false },
    mediaType: text(),
    storedAt: moment()
  },
  { sequelize: database, tableName: 'blobs' }
);
