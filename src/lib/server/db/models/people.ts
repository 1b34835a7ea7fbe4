import { Model, type CreationOptional, type InferAttributes, type InferCreationAttributes } from 'sequelize';
import { DataTypes } from 'sequelize';
import type { CourseRole, SchoolRole } from '$core/people/policy';
import { database } from '../connection';
import { flag, id, json, maybeMoment, moment, text, uuid } from './columns';

/** Someone with an account. */
export class Person extends Model<InferAttributes<Person>, InferCreationAttributes<Person>> {
  declare id: CreationOptional<string>;
  declare handle: string;
  declare name: string;
  declare sortName: string;
  declare email: string;
  declare zone: string;
  declare passwordHash: string;
  /** What another school system calls them. */
  declare sourcedId: CreationOptional<string | null>;
  declare createdAt: Date;
}
Person.init(
  {
    id: id(),
    handle: text(),
    name: text(),
    sortName: text(),
    email: text(),
    zone: text(),
    passwordHash: text(),
    sourcedId: { ...text(), allowNull: true },
    createdAt: moment()
  },
  { sequelize: database, tableName: 'people' }
);

export class SchoolRoleHeld extends Model<InferAttributes<SchoolRoleHeld>, InferCreationAttributes<SchoolRoleHeld>> {
  declare personId: string;
  declare role: SchoolRole;
}
SchoolRoleHeld.init(
  { personId: { ...uuid(), primaryKey: true }, role: { ...text(), primaryKey: true } },
  { sequelize: database, tableName: 'school_roles' }
);

/** Whoever hands work over: one person now, a group later. */
export class Party extends Model<InferAttributes<Party>, InferCreationAttributes<Party>> {
  declare id: CreationOptional<string>;
  declare kind: 'person' | 'group';
}
Party.init({ id: id(), kind: text() }, { sequelize: database, tableName: 'parties' });

export class PartyMember extends Model<InferAttributes<PartyMember>, InferCreationAttributes<PartyMember>> {
  declare partyId: string;
  declare personId: string;
}
PartyMember.init(
  { partyId: { ...uuid(), primaryKey: true }, personId: { ...uuid(), primaryKey: true } },
  { sequelize: database, tableName: 'party_members' }
);

export class Enrolment extends Model<InferAttributes<Enrolment>, InferCreationAttributes<Enrolment>> {
  declare courseId: string;
  declare personId: string;
  declare role: CourseRole;
  declare joinedAt: Date;
  declare leftAt: CreationOptional<Date | null>;
}
Enrolment.init(
  {
    courseId: { ...uuid(), primaryKey: true },
    personId: { ...uuid(), primaryKey: true },
    role: text(),
    joinedAt: moment(),
    leftAt: maybeMoment()
  },
  { sequelize: database, tableName: 'enrolments' }
);

/** A sign-in that is still good. Only the hash of its token is kept. */
export class Session extends Model<InferAttributes<Session>, InferCreationAttributes<Session>> {
  declare tokenHash: Buffer;
  declare personId: string;
  declare createdAt: Date;
  declare seenAt: Date;
  declare expiresAt: Date;
  declare agent: string;
}
Session.init(
  {
    tokenHash: { type: DataTypes.BLOB, primaryKey: true },
    personId: uuid(),
    createdAt: moment(),
    seenAt: moment(),
    expiresAt: moment(),
    agent: text()
  },
  { sequelize: database, tableName: 'sessions' }
);

/** One try at signing in, counted against the account and the address while it has not succeeded. */
export class SignInAttempt extends Model<InferAttributes<SignInAttempt>, InferCreationAttributes<SignInAttempt>> {
  declare id: CreationOptional<string>;
  declare account: string;
  declare address: string;
  /** The known device that it came from, where it was one. */
  declare device: CreationOptional<Buffer | null>;
  declare at: Date;
  declare succeeded: CreationOptional<boolean>;
}
SignInAttempt.init(
  {
    id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true, autoIncrementIdentity: true },
    account: text(),
    address: text(),
    device: { type: DataTypes.BLOB, allowNull: true },
    at: moment(),
    succeeded: { ...flag(), defaultValue: false }
  },
  { sequelize: database, tableName: 'sign_in_attempts' }
);

/** What was done that custody does not tell: sign-ins, excuses, extensions, returned results. */
export class AuditEntry extends Model<InferAttributes<AuditEntry>, InferCreationAttributes<AuditEntry>> {
  declare id: CreationOptional<string>;
  declare at: Date;
  declare personId: string | null;
  declare action: string;
  declare subject: string;
  declare data: CreationOptional<Record<string, unknown>>;
}
AuditEntry.init(
  {
    id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true, autoIncrementIdentity: true },
    at: moment(),
    personId: { type: DataTypes.UUID },
    action: text(),
    subject: text(),
    data: { ...json(), defaultValue: {} }
  },
  { sequelize: database, tableName: 'audit' }
);
