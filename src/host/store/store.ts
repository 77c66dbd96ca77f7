import { Access } from './access.js';
import { Records } from './database.js';
import { Items } from './items.js';
import { Media } from './media.js';
import { Settings } from './settings.js';
import { Uploads } from './uploads.js';
import { Once } from './once.js';

/** Everything that a host keeps, in one folder. */
export interface Store {
  readonly records: Records;
  readonly items: Items;
  readonly media: Media;
  readonly uploads: Uploads;
  readonly settings: Settings;
  readonly access: Access;
  readonly once: Once;
  readonly close: () => void;
}

/** Opens the folder of a host, or makes one. @throws TavrikError if another process has it */
export function openStore(folder: string): Store {
  const records = Records.open(folder);
  const media = new Media(records, folder);
  return {
    records,
    media,
    items: new Items(records),
    uploads: new Uploads(records, media, folder),
    settings: new Settings(records),
    access: new Access(records),
    once: new Once(records),
    close: () => records.close(),
  };
}
