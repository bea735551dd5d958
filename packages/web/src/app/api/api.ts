import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { Injectable, inject } from '@angular/core';
import { Observable } from 'rxjs';
import type { RampStop, Sheet } from '@uvrant/core';
import type {
  Asset,
  Drawer,
  GlassLook,
  Job,
  JobContents,
  KeptRamp,
  KeptSheet,
  OwnFont,
  ScannerDevice,
  ScanOrder,
  Removable,
  SendOut,
  SendPreset,
  TrayItem,
  TrayKind,
  SendChoice,
} from '@uvrant/contract';

/** What the server said was wrong, in a person's words. */
export const messageOf = (error: unknown): string => {
  if (error instanceof HttpErrorResponse) {
    const said = (error.error as { message?: unknown } | null)?.message;
    if (typeof said === 'string') return said;
    return error.status === 0
      ? 'The server does not answer. It keeps what was saved; start it again.'
      : `The server answered ${error.status}.`;
  }
  return error instanceof Error ? error.message : String(error);
};

/** True where the server understood and will not do it: the same again would be refused again. */
export const isRefusal = (error: unknown): boolean =>
  error instanceof HttpErrorResponse && error.status >= 400 && error.status < 500 && error.status !== 408 && error.status !== 429;

/** The sheet that another window saved, out of a refusal; null where it was refused for another reason. */
export const staleSheetOf = (error: unknown): KeptSheet | null =>
  error instanceof HttpErrorResponse && error.status === 409 ? ((error.error as { current?: KeptSheet }).current ?? null) : null;

@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  jobs(): Observable<Job[]> {
    return this.http.get<Job[]>('/api/jobs');
  }

  job(id: string): Observable<JobContents> {
    return this.http.get<JobContents>(`/api/jobs/${id}`);
  }

  createJob(name: string): Observable<Job> {
    return this.http.post<Job>('/api/jobs', { name });
  }

  renameJob(id: string, name: string): Observable<Job> {
    return this.http.patch<Job>(`/api/jobs/${id}`, { name });
  }

  createSheet(jobId: string, document: Sheet): Observable<KeptSheet> {
    return this.http.post<KeptSheet>(`/api/jobs/${jobId}/sheets`, { document });
  }

  saveSheet(id: string, baseRevision: number, editId: string, document: Sheet): Observable<KeptSheet> {
    return this.http.put<KeptSheet>(`/api/sheets/${id}`, { baseRevision, editId, document });
  }

  /** The small picture that is kept of a sheet, and the revision that it shows; null where none is. */
  async keptPicture(id: string): Promise<{ readonly revision: number; readonly webp: Blob } | null> {
    const answer = await fetch(`/api/sheets/${id}/picture`);
    return answer.ok ? { revision: Number(answer.headers.get('uvrant-revision')), webp: await answer.blob() } : null;
  }

  /** Keeps a small picture of a sheet at a revision: shown until the sheet is printed again. */
  keepPicture(id: string, revision: number, webp: Blob): Observable<unknown> {
    return this.http.put(`/api/sheets/${id}/picture`, webp, { params: { revision }, headers: { 'content-type': 'image/webp' } });
  }

  /** Saves from a window that is going, where the browser lets so large a request outlive it; what comes of it is not known here. */
  sendLeaving(id: string, baseRevision: number, editId: string, document: Sheet, most: number): void {
    const body = JSON.stringify({ baseRevision, editId, document });
    if (new Blob([body]).size > most) return;
    const headers = { 'content-type': 'application/json' };
    void fetch(`/api/sheets/${id}`, { method: 'PUT', keepalive: true, headers, body }).catch(() => undefined);
  }

  sendOuts(jobId: string): Observable<SendOut[]> {
    return this.http.get<SendOut[]>(`/api/jobs/${jobId}/send-outs`);
  }

  /** Queues files of some sheets: all of them, or none. */
  sendOut(jobId: string, sheets: readonly string[], choice: SendChoice): Observable<SendOut[]> {
    return this.http.post<SendOut[]>(`/api/jobs/${jobId}/send-outs`, { ...choice, sheets });
  }

  /** Queues the same file of a sheet as it is now. */
  sendAgain({ sheetId, format, options, ink, devicePpi, crop, pattern }: SendOut): Observable<SendOut> {
    return this.http.post<SendOut>(`/api/sheets/${sheetId}/send-outs`, {
      format,
      options,
      devicePpi,
      crop,
      pattern,
      ...(ink === null ? {} : { ink }),
    });
  }

  sendPresets(): Observable<SendPreset[]> {
    return this.http.get<SendPreset[]>('/api/send-presets');
  }

  keepSendPreset(name: string, choice: SendChoice): Observable<SendPreset> {
    return this.http.post<SendPreset>('/api/send-presets', { name, choice });
  }

  removeSendPreset(id: string): Observable<void> {
    return this.http.delete<void>(`/api/send-presets/${id}`);
  }

  cancelSendOut(id: string): Observable<SendOut> {
    return this.http.post<SendOut>(`/api/send-outs/${id}/cancel`, {});
  }

  fonts(): Observable<OwnFont[]> {
    return this.http.get<OwnFont[]>('/api/fonts');
  }

  addFont(file: File): Observable<OwnFont> {
    const form = new FormData();
    form.append('file', file, file.name);
    return this.http.post<OwnFont>('/api/fonts', form);
  }

  fileUrl(sendOutId: string): string {
    return `/api/send-outs/${sendOutId}/file`;
  }

  /** What was sent, small. */
  sentPictureUrl(sendOutId: string): string {
    return `/api/send-outs/${sendOutId}/picture`;
  }

  /** One zip of several files. */
  zipUrl(sendOutIds: readonly string[], name: string): string {
    return `/api/send-outs/zip?${new URLSearchParams({ ids: sendOutIds.join(','), name }).toString()}`;
  }

  scannerDevices(): Observable<ScannerDevice[]> {
    return this.http.get<ScannerDevice[]>('/api/scanner/devices');
  }

  preview(device: string, look: GlassLook): Observable<Blob> {
    return this.http.post(`/api/scanner/devices/${device}/preview`, look, { responseType: 'blob' });
  }

  scan(jobId: string, order: ScanOrder): Observable<Asset> {
    return this.http.post<Asset>(`/api/jobs/${jobId}/scans`, order);
  }

  cancelScan(scan: string): Observable<void> {
    return this.http.delete<void>(`/api/scans/${scan}`);
  }

  changeAsset(jobId: string, sha256: string, change: Partial<Pick<Asset, 'name' | 'drawer' | 'tags'>>): Observable<Asset> {
    return this.http.patch<Asset>(`/api/jobs/${jobId}/assets/${sha256}`, change);
  }

  tray(): Observable<TrayItem[]> {
    return this.http.get<TrayItem[]>('/api/tray');
  }

  putBack({ kind, id, jobId }: Removable): Observable<void> {
    return this.http.post<void>('/api/tray/put-back', { kind, id, jobId });
  }

  /** Puts something into the tray. */
  remove({ kind, id, jobId }: Removable): Observable<void> {
    const paths: Readonly<Record<TrayKind, string>> = {
      job: `/api/jobs/${id}`,
      sheet: `/api/sheets/${id}`,
      picture: `/api/jobs/${jobId ?? ''}/assets/${id}`,
      font: `/api/fonts/own/${id}`,
      'send-out': `/api/send-outs/${id}`,
    };
    return this.http.delete<void>(paths[kind]);
  }

  ramps(): Observable<KeptRamp[]> {
    return this.http.get<KeptRamp[]>('/api/ramps');
  }

  keepRamp(name: string, stops: readonly RampStop[]): Observable<KeptRamp> {
    return this.http.post<KeptRamp>('/api/ramps', { name, stops });
  }

  removeRamp(id: string): Observable<void> {
    return this.http.delete<void>(`/api/ramps/${id}`);
  }

  /** Sends a picture; tells the share sent, then the asset. Progress needs XMLHttpRequest. */
  upload(
    jobId: string,
    uploadId: string,
    file: File,
    drawer: Drawer = 'picture',
  ): Observable<{ readonly sent: number } | { readonly asset: Asset }> {
    return new Observable((observer) => {
      const request = new XMLHttpRequest();
      request.open('POST', `/api/jobs/${jobId}/assets?upload=${uploadId}&drawer=${drawer}`);
      request.responseType = 'json';
      request.upload.onprogress = (event) => observer.next({ sent: event.total > 0 ? event.loaded / event.total : 0 });
      request.onerror = () => observer.error(new Error('The server does not answer.'));
      request.onload = () => {
        const answer = request.response as (Asset & { message?: string }) | null;
        if (request.status === 201 && answer) {
          observer.next({ asset: answer });
          observer.complete();
        } else observer.error(new Error(answer?.message ?? `The server answered ${request.status}.`));
      };
      const form = new FormData();
      form.append('file', file, file.name);
      request.send(form);
      return () => request.abort();
    });
  }
}
