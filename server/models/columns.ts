/** How columns are written down, the same in every table. */
import { DataTypes, Model, type InferAttributes, type InferCreationAttributes } from 'sequelize';

export abstract class Row<T extends Model> extends Model<InferAttributes<T>, InferCreationAttributes<T>> {}

/** What every table has. */
export const COMMON = { timestamps: false, underscored: true } as const;

// Sequelize writes into the description of each column, so every column gets one of its own.
export const id = () => ({ type: DataTypes.UUID, primaryKey: true }) as const;
export const serial = () => ({ type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true }) as const;
export const uuid = () => ({ type: DataTypes.UUID, allowNull: false }) as const;
export const maybeUuid = () => ({ type: DataTypes.UUID }) as const;
export const text = () => ({ type: DataTypes.TEXT, allowNull: false }) as const;
export const maybeText = () => ({ type: DataTypes.TEXT }) as const;
export const time = () => ({ type: DataTypes.DATE, allowNull: false }) as const;
export const maybeTime = () => ({ type: DataTypes.DATE }) as const;
export const now = () => ({ type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW }) as const;
export const flag = () => ({ type: DataTypes.BOOLEAN, allowNull: false }) as const;
export const integer = () => ({ type: DataTypes.INTEGER, allowNull: false }) as const;
export const maybeInteger = () => ({ type: DataTypes.INTEGER }) as const;
/** A number of bytes. The database gives it as text, because it may be larger than a number can say; none of ours is. */
const byteCount = (name: string, allowNull: boolean) => ({
  type: DataTypes.BIGINT,
  allowNull,
  get(this: Model): number | null {
    const value = this.getDataValue(name as never) as string | number | null | undefined;
    return value === null || value === undefined ? null : Number(value);
  },
});
export const byteSize = (name: string) => byteCount(name, false);
export const maybeByteSize = (name: string) => byteCount(name, true);
export const json = () => ({ type: DataTypes.JSONB, allowNull: false }) as const;
export const maybeJson = () => ({ type: DataTypes.JSONB }) as const;
export const list = () => ({ ...json(), defaultValue: [] }) as const;
export const dates = () => ({ opens: maybeTime(), due: maybeTime(), closes: maybeTime() }) as const;
export const bytes = () => ({ type: DataTypes.BLOB, allowNull: false }) as const;
