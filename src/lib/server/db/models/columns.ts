import { DataTypes } from 'sequelize';

/** Column kinds that the models share. Made anew for each column, since Sequelize writes into what it is given. */
export const id = () => ({ type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 }) as const;
export const uuid = () => ({ type: DataTypes.UUID, allowNull: false }) as const;
export const maybeUuid = () => ({ type: DataTypes.UUID }) as const;
export const text = () => ({ type: DataTypes.TEXT, allowNull: false }) as const;
export const maybeText = () => ({ type: DataTypes.TEXT }) as const;
export const moment = () => ({ type: DataTypes.DATE(3), allowNull: false }) as const;
export const maybeMoment = () => ({ type: DataTypes.DATE(3) }) as const;
export const whole = () => ({ type: DataTypes.INTEGER, allowNull: false }) as const;
export const maybeWhole = () => ({ type: DataTypes.INTEGER }) as const;
export const flag = () => ({ type: DataTypes.BOOLEAN, allowNull: false }) as const;
export const json = () => ({ type: DataTypes.JSONB, allowNull: false }) as const;
