using System.Collections.Concurrent;
using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Core.Measures;
using NeatBore.Core.Procedures;
using NeatBore.Store;

namespace NeatBore.Server.Builds;

/// <summary>A build's log with what it makes.</summary>
internal sealed record BuildRead(IReadOnlyList<LogEntry> Log, BuildState State, IReadOnlyDictionary<SheetRef, EngineSheet> Sheets);

/// <summary>Reads builds; one that can't be read says so by itself and keeps none of the others from being read.</summary>
internal sealed class BuildReader(BuildLog builds, SheetShelf shelf, BlobShelf blobs, ProcedureBook book, TimeProvider clock, ILogger<BuildReader> logger)
{
    private readonly ConcurrentDictionary<Guid, bool> _told = new();

    /// <summary>A build as it stands, or as it stood; null if there is no such build.</summary>
    /// <param name="id">The build.</param>
    /// <param name="asOf">Null, or a time that has not come, for now: all that is in the log, whatever the clock says.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="UnreadableLogException">It can't be read by this version: why.</exception>
    /// <exception cref="UnusableInputException">It was not open yet.</exception>
    public async Task<BuildRead?> ReadAsync(Guid id, DateTimeOffset? asOf, CancellationToken cancel) =>
        await ReadAsync(id, asOf, await shelf.AllAsync(cancel), cancel);

    /// <summary>Every build as a line of Today, trouble first.</summary>
    public async Task<IReadOnlyList<BuildLine>> LinesAsync(CancellationToken cancel)
    {
        var sheets = await shelf.AllAsync(cancel);
        var lines = new List<BuildLine>();
        foreach (var id in await builds.ListAsync(cancel))
        {
            try
            {
                if (await ReadAsync(id, null, sheets, cancel) is { State: var state })
                {
                    lines.Add(new BuildLine(
                        id, state.Number, state.Name, sheets[state.Sheet], state.Standing, state.Do, state.At, state.AtStep, state.Places, state.OpenedAt, state.Waits, state.View, null));
                }
            }
            catch (UnreadableLogException e)
            {
                if (_told.TryAdd(id, true))
                {
                    logger.LogError(e, "Build {Build} can’t be read", id);
                }

                lines.Add(await UnreadableAsync(id, e, cancel));
            }
        }

        return [.. lines.OrderByDescending(l => l.Standing).ThenBy(l => l.Number, StringComparer.Ordinal)];
    }

    /// <summary>The whole build as an open file, also where it can't be read: then as its log stands. Null if there is no such build.</summary>
    public async Task<byte[]?> FileAsync(Guid id, CancellationToken cancel)
    {
        var sheets = await shelf.AllAsync(cancel);
        try
        {
            if (await builds.ReadAsync(id, cancel) is not { } log)
            {
                return null;
            }

            var named = Named(log);
            if (named.All(sheets.ContainsKey))
            {
                var photos = await PhotosAsync(log.Select(e => e.Event).OfType<Attached>().Select(a => a.Photo.Sha256), cancel);
                return JsonSerializer.SerializeToUtf8Bytes(new BuildFile(BuildFile.FormatName, id, [.. named.Select(r => sheets[r])], log, photos), CoreJson.Default.BuildFile);
            }
        }
        catch (UnreadableLogException)
        {
            // As it stands, then.
        }

        return await RawFileAsync(id, cancel);
    }

    /// <summary>The sheet versions that a log names.</summary>
    public static IReadOnlyList<SheetRef> Named(IReadOnlyList<LogEntry> log) =>
    [
        .. log.Select(e => e.Event switch { BuildOpened o => o.Sheet, TaskStarted t => t.Sheet, _ => null }).OfType<SheetRef>().Distinct(),
    ];

    private async Task<BuildRead?> ReadAsync(Guid id, DateTimeOffset? asOf, IReadOnlyDictionary<SheetRef, EngineSheet> sheets, CancellationToken cancel)
    {
        if (await builds.ReadAsync(id, cancel) is not { } log)
        {
            return null;
        }

        // A clock that was set back hides nothing.
        var upTo = asOf is null || asOf >= clock.GetUtcNow() ? DateTimeOffset.MaxValue : asOf.Value;
        if (log[0].StoredAt > upTo)
        {
            throw new UnusableInputException("asOf", $"is before this build was opened ({log[0].StoredAt:yyyy-MM-dd HH:mm} UTC)");
        }

        return new BuildRead(log, Evaluation.Evaluate(sheets, book, log, upTo), sheets);
    }

    private async Task<BuildLine> UnreadableAsync(Guid id, UnreadableLogException e, CancellationToken cancel)
    {
        var raw = await builds.ReadRawAsync(id, cancel);
        var opened = raw.Count > 0 ? JsonNode.Parse(raw[0].Event) as JsonObject : null;
        string Said(string field) => opened?[field] is JsonValue value && value.TryGetValue<string>(out var text) ? text : "";
        return new BuildLine(
            id, Said("number"), Said("name"), null, Standing.Stop, Sentence.Of("This build can’t be read by this version of Neat Bore. Nothing of it is lost: take its file out."),
            null, null, [], raw.Count > 0 ? raw[0].StoredAt : default, [], View.Front, e.Message);
    }

    private async Task<IReadOnlyList<PhotoFile>?> PhotosAsync(IEnumerable<string> named, CancellationToken cancel)
    {
        var photos = new List<PhotoFile>();
        foreach (var sha256 in named.Distinct())
        {
            if (await blobs.ReadAsync(sha256, cancel) is var (type, bytes))
            {
                photos.Add(new PhotoFile(sha256, type, bytes));
            }
        }

        return photos.Count > 0 ? photos : null;
    }

    private async Task<byte[]> RawFileAsync(Guid id, CancellationToken cancel)
    {
        var raw = await builds.ReadRawAsync(id, cancel);
        var events = raw.Select(e => JsonNode.Parse(e.Event) as JsonObject).OfType<JsonObject>().ToList();
        var sheets = events.Select(e => e["sheet"]).OfType<JsonObject>()
            .Select(s => (Id: s["id"] as JsonValue, Version: s["version"] as JsonValue))
            .Where(s => s.Id?.GetValueKind() == JsonValueKind.String && s.Version?.TryGetValue<int>(out _) == true)
            .Select(s => new SheetRef(s.Id!.GetValue<string>(), s.Version!.GetValue<int>()))
            .Distinct().ToList();
        var photos = await PhotosAsync(
            events.Select(e => e["photo"]).OfType<JsonObject>().Select(p => p["sha256"] as JsonValue).Where(p => p?.GetValueKind() == JsonValueKind.String).Select(p => p!.GetValue<string>()), cancel);
        var file = new JsonObject
        {
            ["format"] = BuildFile.FormatName,
            ["id"] = id,
            ["sheets"] = new JsonArray([.. (await shelf.ReadRawAsync(sheets, cancel)).Select(s => JsonNode.Parse(s))]),
            ["log"] = new JsonArray([.. raw.Select(e => new JsonObject
            {
                ["seq"] = e.Seq,
                ["storedAt"] = e.StoredAt,
                ["by"] = JsonNode.Parse(e.By),
                ["event"] = JsonNode.Parse(e.Event),
            })]),
        };
        if (photos is not null)
        {
            file["photos"] = new JsonArray([.. photos.Select(p => JsonSerializer.SerializeToNode(p, CoreJson.Default.PhotoFile))]);
        }

        return JsonSerializer.SerializeToUtf8Bytes(file);
    }
}
