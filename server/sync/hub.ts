import type { IncomingMessage } from 'node:http';
import type { Duplex } from 'node:stream';
import {
  Hocuspocus,
  type beforeHandleMessagePayload,
  type onAuthenticatePayload,
  type onLoadDocumentPayload,
} from '@hocuspocus/server';
import { messageYjsUpdate } from 'y-protocols/sync';
import type { Logger } from 'pino';
import { WebSocketServer, type WebSocket } from 'ws';
import * as Y from 'yjs';
import { LIMITS } from '@lippet/core/contract/limits';
import type { SyncNews } from '@lippet/core/contract/sync';
import type { Actor } from '../policy/actor';
import { documentName, parseDocumentName, type DocumentKind, type DocumentRef } from './documentName';
import { Allowance } from './allowance';
import { ChangeGuard, type Maker } from './changeGuard';
import { unfitUpdate } from './updateGuard';
import { acknowledgement, isKnown } from './knownUpdate';
import { Ledger } from './ledger';
import { LineFault } from './lineFault';
import { OpenLines } from './lines';
import { sendAway } from './sendAway';
import { onStandingChanged } from './standing';
import type { UpdateLog } from './updateLog';
import type { UpdateWriter } from './updateWriter';
import { isEmptyUpdate, LineVeils, updateIn, wholeOf, type CarriedUpdate, type Veil } from './veil';

/** What somebody may do with a document. */
export interface DocumentAccess {
  write: boolean;
  /** Where it belongs to several, each change is looked at. */
  maker?: Maker;
  /** Where what others made is kept from them at first. */
  veil?: Veil;
}

/** What the hub asks of the rest of the server about a document. */
export interface DocumentGate {
  /** Who a session is now; null once it has ended. */
  actor(sessionId: string): Promise<Actor | null>;
  /** Whether the actor may read, and may write, the document now; null if they may not know of it. */
  access(actor: Actor, ref: DocumentRef): Promise<DocumentAccess | null>;
  /** Whose a document is, and how many bytes all of theirs may still grow by. */
  room(ref: DocumentRef): Promise<{ owner: string; left: number }>;
  /** Called after an update was kept. */
  written(ref: DocumentRef): Promise<void>;
  /** How a person is called. */
  nameOf(actor: Actor): Promise<string>;
  /** Called when a document has come to rest for a moment after changes. */
  paused(ref: DocumentRef): Promise<void>;
}

interface SocketContext {
  actor: Actor;
  name?: string;
  /** Called once this line has been let into a document. */
  opened: () => void;
  /** Names of documents that it was let into, and that are being loaded. */
  readonly loading: Set<string>;
  /** As whom they change documents that belong to several, by name. */
  readonly makers: Map<string, Maker>;
  /** What is kept from them of documents that belong to several. */
  readonly veils: LineVeils;
  /** Ends the line in a way after which it comes back. */
  comeBack: () => void;
}

/** What every hook is told. */
type HookPayload = Pick<beforeHandleMessagePayload, 'context' | 'documentName'>;

/** Documents of which everybody who has one open is told who else has. */
const TELL_WHO_IS_HERE: ReadonlySet<DocumentKind> = new Set(['marks', 'shared']);
/** While many come at once, only so often is told who is here, in milliseconds. */
const TELL_PACE = 500;

/** "Try again later" (the registry of RFC 6455). */
const COME_BACK = 1013;

/** A document that has not changed for so long is at rest, and is merged, measured and copied; in milliseconds. */
const COMES_TO_REST = 2_000;
/** One that is drawn on all the time is looked at after so long all the same. */
const NEVER_RESTS = 60_000;

/**
 * The live documents: accepts sockets, lets in whom the gate lets in, and writes every update to the log
 * before it is applied and acknowledged.
 */
export class SyncHub {
  private readonly hocuspocus: Hocuspocus;
  private readonly sockets = new WebSocketServer({ noServer: true, maxPayload: LIMITS.syncMessage });
  private readonly tidying = new Set<Promise<void>>();
  private closed = false;
  private readonly lines = new OpenLines();
  private readonly contexts = new Set<SocketContext>();
  private readonly stopListening: () => void;

  private readonly ledger = new Ledger();
  private readonly changes = new ChangeGuard();
  /** Documents of which it was told a moment ago who is here. */
  private readonly telling = new Map<string, ReturnType<typeof setTimeout>>();
  /** Ends when the last update of a document so far has been kept and applied. */
  private readonly turns = new WeakMap<Y.Doc, Promise<void>>();

  constructor(
    private readonly log: UpdateLog,
    private readonly writer: UpdateWriter,
    private readonly gate: DocumentGate,
    private readonly logger: Logger,
  ) {
    this.stopListening = onStandingChanged((people) => void this.lookAgain(people));
    this.hocuspocus = new Hocuspocus({
      quiet: true,
      debounce: COMES_TO_REST,
      maxDebounce: NEVER_RESTS,
      onAuthenticate: (payload) => this.orComeBack(payload, () => this.letIn(payload)),
      connected: async ({ context, documentName: name }) => {
        (context as SocketContext).loading.delete(name);
        this.soonTellWhoIsHere(name);
      },
      onDisconnect: async ({ documentName: name }) => this.soonTellWhoIsHere(name),
      onLoadDocument: (payload) => this.orComeBack(payload, () => this.load(payload)),
      beforeHandleMessage: (payload) => this.orComeBack(payload, () => this.inTurn(payload)),
      onStoreDocument: async ({ documentName: name }) => {
        // Nothing is lost by not doing this: every update is in the log already.
        if (!this.closed) await this.tidy(parseDocumentName(name)!);
      },
    });
  }

  /** @throws LineFault where the gate does not let somebody in: the client is told of the refusal */
  private async letIn({ context, documentName: name, connectionConfig }: onAuthenticatePayload): Promise<void> {
    const line = context as SocketContext;
    const ref = parseDocumentName(name);
    const access = ref && (await this.gate.access(line.actor, ref));
    if (!access) throw new LineFault();
    connectionConfig.readOnly = !access.write;
    line.opened();
    line.loading.add(name);
    if (access.maker) line.makers.set(name, access.maker);
    line.veils.set(name, access.veil);
    if (TELL_WHO_IS_HERE.has(ref.kind)) line.name ??= await this.gate.nameOf(line.actor);
  }

  private async load({ documentName: name, document }: onLoadDocumentPayload): Promise<void> {
    const ref = parseDocumentName(name)!;
    const [read, room] = await Promise.all([this.log.read(ref), this.gate.room(ref)]);
    if (read) Y.applyUpdate(document, read.update);
    this.ledger.open(document, read?.update.length ?? 0, room);
  }

  /**
   * Does what a hook does. Where that fails, as when the database is down, it is no refusal: the whole line ends in a
   * way after which the device comes back, and says all again that nobody has said to have. If only the document were
   * closed on it, a later update would still be acknowledged, and be taken for the one that was lost.
   *
   * @throws LineFault alone
   */
  private async orComeBack({ context, documentName: name }: HookPayload, work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (error) {
      if (error instanceof LineFault) throw error;
      this.logger.error({ err: error, ...parseDocumentName(name) }, 'a line was ended by a fault');
      (context as SocketContext).comeBack();
      // A document is loaded once for all that ask for it, and they would be told that they may not see it.
      for (const line of this.contexts) if (line.loading.has(name)) line.comeBack();
      throw new LineFault();
    }
  }

  /** The first is told at once; of what comes soon after, the whole. */
  private soonTellWhoIsHere(name: string): void {
    const ref = parseDocumentName(name);
    if (!ref || !TELL_WHO_IS_HERE.has(ref.kind) || this.telling.has(name)) return;
    this.tellWhoIsHere(name);
    const later = setTimeout(() => {
      this.telling.delete(name);
      this.tellWhoIsHere(name);
    }, TELL_PACE);
    this.telling.set(name, later);
  }

  /**
   * Those who have a review open are told who else has: two who answer the same go should know. So are those who fill a
   * sheet together. A piece is one learner's own.
   */
  private tellWhoIsHere(name: string): void {
    const document = this.hocuspocus.documents.get(name);
    if (!document) return;
    const connections = document.getConnections();
    const people = new Map(
      connections.map(({ context }) => [
        (context as SocketContext).actor.personId,
        (context as SocketContext).name ?? '',
      ]),
    );
    const news: SyncNews = { kind: 'here', people: [...people].map(([id, called]) => ({ id, name: called })) };
    for (const connection of connections) connection.sendStateless(JSON.stringify(news));
  }

  /** Merges the log and keeps a copy, now that the document has come to rest. */
  private async tidy(ref: DocumentRef): Promise<void> {
    const work = this.log.compact(ref).then(() => this.gate.paused(ref));
    this.tidying.add(work);
    try {
      await work;
    } catch (error) {
      // From a timer of its own: nobody else would hear of it, and nothing is lost by it.
      this.logger.error({ err: error, ...ref }, 'document could not be tidied');
    } finally {
      this.tidying.delete(work);
    }
  }

  /**
   * Updates of a document are kept one after the other: each is looked at beside what the ones before have become, and a
   * document that is locked holds one connection to the database at most.
   */
  private inTurn(payload: beforeHandleMessagePayload): Promise<void> {
    const carried = updateIn(payload.update);
    if (!carried || isEmptyUpdate(carried.update)) return Promise.resolve();
    const before = this.turns.get(payload.document) ?? Promise.resolve();
    const mine = before.then(() => this.keepFirst(payload, carried));
    // Hocuspocus applies it as soon as this one has ended.
    const applied = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));
    this.turns.set(payload.document, mine.then(applied, applied));
    return mine;
  }

  /** Writes a message's update to the log before Hocuspocus applies and acknowledges it. */
  private async keepFirst(payload: beforeHandleMessagePayload, carried: CarriedUpdate): Promise<void> {
    const { connection, document } = payload;
    // Devices repeat what the server may hold already; only what is new belongs in the log.
    // Throws on bytes that are no update, which closes the connection.
    if (isKnown(document, carried.update)) {
      // Hocuspocus says of no update by whoever may not write that it is there, and their device would wait for ever.
      if (connection.readOnly && carried.step === messageYjsUpdate)
        connection.send(acknowledgement(payload.documentName));
      return;
    }
    if (connection.readOnly) return;
    const unfit = unfitUpdate(document, this.ledger.heldBy(document), carried.update);
    const maker = (connection.context as SocketContext).makers.get(payload.documentName) ?? null;
    const judged = maker && !unfit ? this.changes.judge(document, carried.update, maker) : null;
    const why = unfit ?? judged?.refused ?? (this.ledger.hasRoom(document, carried.update.length) ? null : 'no-room');
    if (why) {
      connection.readOnly = true;
      connection.sendStateless(JSON.stringify({ kind: 'full', why } satisfies SyncNews));
      return;
    }
    const ref = parseDocumentName(payload.documentName)!;
    if (!(await this.writer.append(ref, carried.update))) {
      connection.readOnly = true;
      connection.sendStateless(JSON.stringify({ kind: 'frozen' } satisfies SyncNews));
      return;
    }
    this.ledger.add(document, carried.update.length);
    if (maker && judged && !judged.refused)
      this.changes.kept(document, { devices: judged.devices, bytes: carried.update.length }, maker);
    await this.gate.written(ref);
    // The document may have been unloaded and loaded again while the log was being written.
    const loaded =
      this.hocuspocus.documents.get(payload.documentName) ??
      (await this.hocuspocus.loadingDocuments.get(payload.documentName));
    if (loaded && loaded !== document) Y.applyUpdate(loaded, carried.update);
  }

  /** Takes over an upgraded connection of a signed-in person. */
  accept(request: IncomingMessage, socket: Duplex, head: Buffer, actor: Actor): void {
    this.sockets.handleUpgrade(request, socket, head, (webSocket) => {
      this.lines.add(webSocket, actor);
      const opened = this.watch(webSocket);
      const comeBack = (): void => webSocket.close(COME_BACK, 'Come back');
      const context: SocketContext = {
        actor,
        opened,
        loading: new Set(),
        makers: new Map(),
        veils: new LineVeils({
          find: (name) => this.hocuspocus.documents.get(name),
          devicesOf: (document, person) => this.changes.devicesOf(document, person),
        }),
        comeBack,
      };
      this.contexts.add(context);
      this.coverWhatLeaves(webSocket, context);
      webSocket.on('close', () => this.contexts.delete(context));
      this.hocuspocus.handleConnection(webSocket, request, context);
    });
  }

  /**
   * Whatever leaves on a line passes here: that is the one place where nothing slips by, whoever sends it, also while a
   * document is being opened.
   */
  private coverWhatLeaves(webSocket: WebSocket, line: SocketContext): void {
    const send = webSocket.send.bind(webSocket) as (message: Uint8Array, sent?: (fault?: Error) => void) => void;
    const sendShown = (message: Uint8Array, sent?: (fault?: Error) => void): void => {
      const shown = line.veils.shown(message);
      if (shown) send(shown, sent);
    };
    webSocket.send = sendShown as WebSocket['send'];
  }

  /**
   * Ends a line that says more than anybody draws, or that says much before it has been let in anywhere (what comes
   * for a document waits in memory until that is decided).
   *
   * @returns to be called once it has been let in
   */
  private watch(webSocket: WebSocket): () => void {
    const [messages, bytes] = [new Allowance(LIMITS.messages), new Allowance(LIMITS.messageBytes)];
    let unopened = 0;
    webSocket.on('message', (data: Buffer) => {
      unopened += data.length;
      const within = messages.spend(1) && bytes.spend(data.length) && unopened <= LIMITS.unopenedBytes;
      if (!within) webSocket.terminate();
    });
    return () => {
      unopened = -Infinity;
    };
  }

  /** Closes the sockets of sessions that have ended. */
  closeSessions(sessionIds: readonly string[]): void {
    this.lines.end(sessionIds);
  }

  /**
   * Asks the gate again for what is open: a session may have run out, an activity closed, a learner left meanwhile.
   *
   * @param people only theirs
   */
  async lookAgain(people?: ReadonlySet<string>): Promise<void> {
    for (const sessionId of this.lines.sessions(people)) {
      if (this.closed) return;
      try {
        await this.lookAgainAt(sessionId);
      } catch (error) {
        // Nothing is known of it just now; it is asked again soon.
        this.logger.error({ err: error }, 'what a line may do could not be asked again');
      }
    }
  }

  private async lookAgainAt(sessionId: string): Promise<void> {
    const actor = await this.gate.actor(sessionId);
    if (!actor) return this.lines.end([sessionId]);
    for (const { connection, ref } of this.connectionsOf(sessionId)) {
      const access = await this.gate.access(actor, ref);
      if (!access) return this.lines.sendBack(sessionId);
      const line = connection.context as SocketContext;
      line.actor = actor;
      const name = documentName(ref);
      if (access.maker) line.makers.set(name, access.maker);
      if (line.veils.set(name, access.veil)) connection.send(wholeOf(name, connection.document));
      if (access.write || connection.readOnly) continue;
      connection.readOnly = true;
      connection.sendStateless(JSON.stringify({ kind: 'frozen' } satisfies SyncNews));
    }
  }

  private connectionsOf(sessionId: string) {
    return [...this.hocuspocus.documents].flatMap(([name, document]) =>
      document
        .getConnections()
        .filter(({ context }) => (context as SocketContext).actor.sessionId === sessionId)
        .map((connection) => ({ connection, ref: parseDocumentName(name)! })),
    );
  }

  /**
   * Tells every open device that the document takes no more, or takes again, or that what is said with it has changed.
   * The log itself is the lock.
   */
  announce(ref: DocumentRef, kind: Exclude<SyncNews['kind'], 'here' | 'full'>): void {
    const document = this.hocuspocus.documents.get(documentName(ref));
    for (const connection of document?.getConnections() ?? []) {
      if (kind === 'frozen') connection.readOnly = true;
      // On 'open' the client connects anew, and the gate decides who may write.
      connection.sendStateless(JSON.stringify({ kind } satisfies SyncNews));
    }
  }

  /** A document as it is on the devices that have it open now; undefined where none has. */
  live(ref: DocumentRef): Y.Doc | undefined {
    return this.hocuspocus.documents.get(documentName(ref));
  }

  /** Whether somebody has a document open now. */
  isOpen(ref: DocumentRef): boolean {
    return (this.hocuspocus.documents.get(documentName(ref))?.getConnectionsCount() ?? 0) > 0;
  }

  async close(): Promise<void> {
    this.closed = true;
    this.stopListening();
    for (const later of this.telling.values()) clearTimeout(later);
    await sendAway(this.sockets);
    this.hocuspocus.closeConnections();
    await Promise.allSettled(this.tidying);
  }
}
