import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes } from 'sequelize';
import type { LatePolicy } from '$core/lateness/late-policy';
import type { CreditUnit } from '$core/judging/credits';
import type { Track } from '$core/judging/track';
import type { Way } from '$core/judging/ways';
import type { PeerReading } from '$core/peers/views';
import type { Counts } from '$core/packets/terms';
import { database } from '../connection';
import { flag, id, json, maybeMoment, maybeUuid, maybeWhole, moment, text, uuid, whole } from './columns';

export class Course extends Model<InferAttributes<Course>, InferCreationAttributes<Course>> {
  declare id: CreationOptional<string>;
  declare slug: string;
  declare title: string;
  /** Which of our drawings tells this course from the others. */
  declare emblem: string;
  declare zone: string;
  /** What another school system calls it. */
  declare sourcedId: CreationOptional<string | null>;
  declare createdAt: Date;
}
Course.init(
  {
    ...{ id: id(), slug: text(), title: text(), emblem: text(), zone: text(), createdAt: moment() },
    sourcedId: { ...text(), allowNull: true }
  },
  { sequelize: database, tableName: 'courses' }
);

export class Unit extends Model<InferAttributes<Unit>, InferCreationAttributes<Unit>> {
  declare id: CreationOptional<string>;
  declare courseId: string;
  declare title: string;
  declare position: number;
}
Unit.init(
  { id: id(), courseId: uuid(), title: text(), position: whole() },
  { sequelize: database, tableName: 'units' }
);

export class Assignment extends Model<InferAttributes<Assignment>, InferCreationAttributes<Assignment>> {
  declare id: CreationOptional<string>;
  declare courseId: string;
  declare unitId: string | null;
  declare title: string;
  declare briefHtml: string;
  /** Null where it gives no points. PostgreSQL's numeric comes as text. */
  declare points: string | null;
  declare opensAt: Date | null;
  declare dueAt: Date | null;
  declare closesAt: Date | null;
  declare allowance: number | null;
  declare takeBack: boolean;
  declare settles: Way;
  declare stages: CreationOptional<Track>;
  declare creditTarget: CreationOptional<string | null>;
  declare creditUnit: CreationOptional<CreditUnit>;
  declare latePolicy: LatePolicy;
  declare counts: CreationOptional<Counts>;
  declare standsAgain: CreationOptional<boolean>;
  declare followMinutes: CreationOptional<number>;
  declare strict: CreationOptional<string[]>;
  declare alsoOpen: boolean;
  declare followsDrafts: boolean;
  declare peers: CreationOptional<PeerReading | null>;
  declare nameless: CreationOptional<boolean>;
  declare secondMarker: CreationOptional<boolean>;
  declare published: boolean;
  declare createdAt: Date;
  declare briefMd: CreationOptional<string>;
  declare position: CreationOptional<number>;
  /** Percent of the course's grade. */
  declare weight: string | null;
  declare passBy: Date | null;
  declare expectedMinutes: number | null;
  declare visibleFrom: Date | null;
  /** Since when its students have been told of it; null while they are still to be. */
  declare toldAt: CreationOptional<Date | null>;
  declare inherits: CreationOptional<string[]>;
}
Assignment.init(
  {
    id: id(),
    courseId: uuid(),
    unitId: maybeUuid(),
    title: text(),
    briefHtml: text(),
    points: { type: DataTypes.DECIMAL(8, 2) },
    opensAt: maybeMoment(),
    dueAt: maybeMoment(),
    closesAt: maybeMoment(),
    allowance: maybeWhole(),
    takeBack: flag(),
    settles: text(),
    stages: { ...json(), defaultValue: [] },
    creditTarget: { type: DataTypes.DECIMAL(8, 2) },
    creditUnit: { ...text(), defaultValue: 'hours' },
    latePolicy: json(),
    counts: { ...text(), defaultValue: 'latest' },
    standsAgain: { ...flag(), defaultValue: false },
    followMinutes: { ...whole(), defaultValue: 30 },
    strict: { type: DataTypes.ARRAY(DataTypes.TEXT), allowNull: false, defaultValue: [] },
    alsoOpen: flag(),
    followsDrafts: flag(),
    peers: { type: DataTypes.JSONB },
    nameless: { ...flag(), defaultValue: false },
    secondMarker: { ...flag(), defaultValue: false },
    published: flag(),
    createdAt: moment(),
    briefMd: { ...text(), defaultValue: '' },
    position: { ...whole(), defaultValue: 0 },
    weight: { type: DataTypes.DECIMAL(5, 2) },
    passBy: maybeMoment(),
    expectedMinutes: maybeWhole(),
    visibleFrom: maybeMoment(),
    toldAt: maybeMoment(),
    inherits: { type: DataTypes.ARRAY(DataTypes.TEXT), allowNull: false, defaultValue: [] }
  },
  { sequelize: database, tableName: 'assignments' }
);

export class Deliverable extends Model<InferAttributes<Deliverable>, InferCreationAttributes<Deliverable>> {
  declare id: CreationOptional<string>;
  declare assignmentId: string;
  declare position: number;
  declare title: string;
  declare ask: string;
  declare optional: boolean;
}
Deliverable.init(
  { id: id(), assignmentId: uuid(), position: whole(), title: text(), ask: text(), optional: flag() },
  { sequelize: database, tableName: 'deliverables' }
);
