/** Looks into sound and film with ffmpeg, and makes of them what plays everywhere. */
import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { scoreFrame } from '@lippet/core/film/coverFrames';
import type { Span } from '@lippet/core/recording/spans';
import { MEDIA_LIMITS } from '@lippet/core/contract/media';
import { PROGRAM_LIMITS, ProgramOverLimitError, ProgramRefusedError, runProgram } from './program';

/** Only these containers are opened, and only as files: no playlist, no address, no device hides in a recording. */
const FORMATS = 'matroska,webm,mov,mp4,m4a,3gp,ogg,wav,mp3,aac,flac';
const CAREFULLY = ['-v', 'error', '-protocol_whitelist', 'file,pipe', '-format_whitelist', FORMATS] as const;
/** Samples a second of what plays everywhere. */
export const RATE = 48_000;
/** Longest side and frames a second of what plays everywhere. */
const [LONG_SIDE, SHORT_SIDE, FRAMES] = [1280, 720, 30];
/** Frames that a cover is looked for among: one each so many seconds, this wide, at most so many. */
const COVER = { every: 1, width: 160, height: 90, most: 240 } as const;

/** What a recording holds. */
export interface RecordingFacts {
  sort: 'sound' | 'film';
  /** Content type of the file as it came. */
  type: string;
  /** Null where the file does not say, as recorders' files often don't. */
  seconds: number | null;
  /** Of a film, upright, in pixels. */
  width: number | null;
  height: number | null;
  hasSound: boolean;
}

interface Probed {
  format?: { format_name?: string; duration?: string };
  streams?: {
    codec_type?: string;
    width?: number;
    height?: number;
    duration?: string;
    disposition?: { attached_pic?: number };
    side_data_list?: { rotation?: number }[];
  }[];
}

function typeOf(names: string, film: boolean): string {
  const first = (...all: string[]): boolean => all.some((name) => names.split(',').includes(name));
  const sort = film ? 'video' : 'audio';
  if (first('webm', 'matroska')) return `${sort}/webm`;
  if (first('mp4', 'mov', 'm4a', '3gp')) return `${sort}/mp4`;
  if (first('ogg')) return `${sort}/ogg`;
  return (
    { wav: 'audio/wav', mp3: 'audio/mpeg', aac: 'audio/aac', flac: 'audio/flac' }[names.split(',')[0]!] ??
    'application/octet-stream'
  );
}

/**
 * @returns null for what is no sound or film that can be read
 * @throws ProblemError `busy` where the machine has no room to look
 */
export async function probeRecording(path: string): Promise<RecordingFacts | null> {
  let probed: Probed;
  try {
    const args = [...CAREFULLY, '-of', 'json', '-show_format', '-show_streams', path];
    probed = JSON.parse((await runProgram('judging', 'ffprobe', args, PROGRAM_LIMITS.look)).toString('utf8')) as Probed;
  } catch (error) {
    if (error instanceof ProgramRefusedError || error instanceof ProgramOverLimitError) return null;
    throw error;
  }
  const streams = probed.streams ?? [];
  const hasSound = streams.some(({ codec_type }) => codec_type === 'audio');
  // A song's cover picture is a stream too; it makes no film.
  const film = streams.find(({ codec_type, disposition }) => codec_type === 'video' && !disposition?.attached_pic);
  if (!film && !hasSound) return null;
  const seconds = Number(probed.format?.duration);
  const turned =
    Math.abs(film?.side_data_list?.find(({ rotation }) => rotation !== undefined)?.rotation ?? 0) % 180 === 90;
  const [width, height] = [film?.width ?? null, film?.height ?? null];
  return {
    sort: film ? 'film' : 'sound',
    type: typeOf(probed.format?.format_name ?? '', Boolean(film)),
    seconds: Number.isFinite(seconds) && seconds > 0 ? seconds : null,
    width: turned ? height : width,
    height: turned ? width : height,
    hasSound,
  };
}

/** The recording can't be made playable, ever; the message says why. */
export class RecordingError extends Error {
  override name = 'RecordingError';
}

/** @throws RecordingError where it can't be made, ProblemError `busy` where there is no room for it just now */
async function ffmpeg(args: readonly string[]): Promise<Buffer> {
  try {
    return await runProgram('making', 'ffmpeg', ['-nostdin', '-y', ...CAREFULLY, ...args], PROGRAM_LIMITS.make);
  } catch (error) {
    if (error instanceof ProgramOverLimitError)
      throw new RecordingError('It takes too long to make it playable everywhere. The recording is kept as it came.');
    if (error instanceof ProgramRefusedError)
      throw new RecordingError(
        'It can’t be read to its end, so it could not be made playable everywhere. The recording is kept as it came.',
      );
    throw error;
  }
}

/** Where what is made of a recording is written. */
export interface MadeFiles {
  /** The form that plays everywhere. */
  playable: string;
  /** Its sound as numbers: two channels by turns, 32 bits each. */
  sound: string;
  /** Small frames of a film, a second apart, four bytes a pixel. */
  frames: string;
}

/**
 * Writes the form that plays everywhere: H.264 with AAC in MP4, its index in front; of a sound, AAC in MP4. No name,
 * place or device is in it. What is measured of it comes from the same run, so that the recording is read once.
 */
export async function makePlayable(
  path: string,
  { sort, hasSound }: Pick<RecordingFacts, 'sort' | 'hasSound'>,
  files: MadeFiles,
): Promise<void> {
  // One channel stays one: a voice in two costs twice the time and says nothing more.
  const sound = hasSound ? ['-map', '0:a:0', '-c:a', 'aac', '-b:a', '128k', '-ar', String(RATE)] : [];
  const fit =
    `scale='if(gte(iw,ih),min(${LONG_SIDE},iw),min(${SHORT_SIDE},iw))':'if(gte(iw,ih),min(${SHORT_SIDE},` +
    `ih),min(${LONG_SIDE},ih))':force_original_aspect_ratio=decrease:force_divisible_by=2`;
  const film =
    sort === 'film'
      ? [
          '-map',
          '0:v:0',
          '-vf',
          fit,
          '-c:v',
          'libx264',
          '-preset',
          'veryfast',
          '-crf',
          '24',
          '-pix_fmt',
          'yuv420p',
          '-fpsmax',
          String(FRAMES),
          '-g',
          String(FRAMES * 2),
        ]
      : ['-vn'];
  const { width, height, every, most } = COVER;
  await ffmpeg([
    // A browser's recording does not say how long it is, and silence of many hours is a small file.
    '-t',
    String(MEDIA_LIMITS.seconds),
    '-i',
    path,
    ...film,
    ...sound,
    '-map_metadata',
    '-1',
    '-movflags',
    '+faststart',
    '-f',
    'mp4',
    files.playable,
    ...(hasSound ? ['-map', '0:a:0', '-ac', '2', '-ar', String(RATE), '-f', 'f32le', files.sound] : []),
    ...(sort === 'film'
      ? [
          '-map',
          '0:v:0',
          '-vf',
          `fps=1/${every},scale=${width}:${height}`,
          '-frames:v',
          String(most),
          '-pix_fmt',
          'rgba',
          '-f',
          'rawvideo',
          files.frames,
        ]
      : []),
  ]);
}

/** Writes what is kept of a playable recording, one stretch behind another. */
export async function cutPlayable(
  path: string,
  { sort, hasSound }: Pick<RecordingFacts, 'sort' | 'hasSound'>,
  spans: readonly Span[],
  out: string,
): Promise<void> {
  const kept = spans.map(([from, to]) => `between(t,${from.toFixed(3)},${to.toFixed(3)})`).join('+');
  const film =
    sort === 'film'
      ? [
          '-vf',
          `select='${kept}',setpts=N/FRAME_RATE/TB`,
          '-c:v',
          'libx264',
          '-preset',
          'veryfast',
          '-crf',
          '24',
          '-pix_fmt',
          'yuv420p',
        ]
      : ['-vn'];
  const sound = hasSound ? ['-af', `aselect='${kept}',asetpts=N/SR/TB`, '-c:a', 'aac', '-b:a', '128k'] : ['-an'];
  await ffmpeg(['-i', path, ...film, ...sound, '-movflags', '+faststart', '-f', 'mp4', out]);
}

/** The frame that stands best for a film, as WebP: a sharp and well lit one. */
export async function coverPicture({ playable, frames }: MadeFiles): Promise<Buffer> {
  const { width, height, every } = COVER;
  const raw = await readFile(frames);
  const size = width * height * 4;
  let best = { second: 0, score: -1 };
  for (let i = 0; (i + 1) * size <= raw.length; i++) {
    const score = scoreFrame({ data: raw.subarray(i * size, (i + 1) * size), width, height });
    if (score > best.score) best = { second: i * every, score };
  }
  const frame = await ffmpeg([
    '-ss',
    String(best.second),
    '-i',
    playable,
    '-frames:v',
    '1',
    '-c:v',
    'png',
    '-f',
    'image2pipe',
    'pipe:1',
  ]);
  return sharp(frame).webp({ quality: 80 }).toBuffer();
}
