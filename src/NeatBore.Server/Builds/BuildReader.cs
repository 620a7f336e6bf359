using System.Collections.Concurrent;
using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Store;

namespace NeatBore.Server.Builds;

/// <summary>Reads builds; one that can't be read says so by itself and keeps none of the others from being read.</summary>
internal sealed class BuildReader(
    BuildLog builds,
    SheetShelf shelf,
    BlobShelf blobs,
    TodayLines today,
    OpenBuilds open,
    ProcedureBook book,
    TimeProvider clock,
    ILogger<BuildReader> logger
)
{
    private readonly ConcurrentDictionary<Guid, bool> _told = new();

    /// <summary>Which version makes the lines of Today: any change of the core may change what they say.</summary>
    public static string MadeBy { get; } = typeof(WorkedBuild).Module.ModuleVersionId.ToString("N");

    /// <summary>A build as it stands; null if there is no such build.</summary>
    /// <exception cref="UnreadableLogException">It can't be read by this version: why.</exception>
    public async Task<WorkedBuild?> ReadAsync(Guid id, CancellationToken cancel)
    {
        try
        {
            var (sheets, known) = (await shelf.AllAsync(cancel), open.Find(id));
            if (await builds.ReadAsync(id, known?.UpToSeq ?? 0, cancel) is not { } fresh)
            {
                return null;
            }

            var build = Grown(known, sheets, fresh);
            open.Keep(id, build);
            return build;
        }
        catch (UnreadableLogException e)
        {
            await today.PutAsync(await UnreadableAsync(id, e, cancel), cancel);
            throw;
        }
    }

    /// <summary>A build as it stood; null if there is no such build.</summary>
    /// <param name="id">The build.</param>
    /// <param name="asOf">Null, or a time that has not come, for now: all that is in the log, whatever the clock says.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="UnreadableLogException">It can't be read by this version: why.</exception>
    /// <exception cref="UnusableInputException">It was not open yet.</exception>
    public async Task<WorkedBuild?> ReadAsync(Guid id, DateTimeOffset? asOf, CancellationToken cancel)
    {
        // A clock that was set back hides nothing.
        if (asOf is null || asOf >= clock.GetUtcNow())
        {
            return await ReadAsync(id, cancel);
        }

        if (await builds.ReadAsync(id, 0, cancel) is not { } log)
        {
            return null;
        }

        return log[0].StoredAt <= asOf
            ? WorkedBuild.Of(await shelf.AllAsync(cancel), book, [.. log.Where(e => e.StoredAt <= asOf)])
            : throw new UnusableInputException("asOf", $"is before this build was opened ({log[0].StoredAt:yyyy-MM-dd HH:mm} UTC)");
    }

    /// <summary>What was known of a build, with what came since.</summary>
    public WorkedBuild Grown(WorkedBuild? known, IReadOnlyDictionary<SheetRef, EngineSheet> sheets, IReadOnlyList<LogEntry> fresh) =>
        known is null ? WorkedBuild.Of(sheets, book, fresh) : known.On(sheets).Apply(fresh);

    /// <summary>The line of Today of a build, also where it can't be read.</summary>
    public async Task<MadeLine> LineAsync(Guid id, CancellationToken cancel)
    {
        try
        {
            // Not kept: all of a shop's builds go through here after an upgrade.
            return Line(id, WorkedBuild.Of(await shelf.AllAsync(cancel), book, (await builds.ReadAsync(id, 0, cancel))!));
        }
        catch (Exception e) when (IsItsOwn(e))
        {
            return await UnreadableAsync(
                id,
                e as UnreadableLogException ?? new UnreadableLogException("How it stands can’t be worked out by this version.", e),
                cancel
            );
        }
    }

    /// <summary>Whether a fault is the build's own: not of the record, of whoever asked, or of the machine.</summary>
    public static bool IsItsOwn(Exception e) =>
        e is not (OperationCanceledException or Npgsql.NpgsqlException or IOException or TimeoutException or OutOfMemoryException);

    /// <summary>The line of Today of a build.</summary>
    public static MadeLine Line(Guid id, WorkedBuild build) =>
        new(BuildLine.Of(id, build.State), build.UpToSeq, MadeBy, FindWords.Of(build));

    /// <summary>The whole build as an open file, also where it can't be read: then as its log stands. Null if there is no such
    /// build.</summary>
    public async Task<byte[]?> FileAsync(Guid id, CancellationToken cancel)
    {
        var sheets = await shelf.AllAsync(cancel);
        try
        {
            if (await builds.ReadAsync(id, 0, cancel) is not { } log)
            {
                return null;
            }

            var named = Named(log);
            if (named.All(sheets.ContainsKey))
            {
                var photos = await PhotosAsync(log.Select(e => e.Event).OfType<Attached>().Select(a => a.Photo.Sha256), cancel);
                return JsonSerializer.SerializeToUtf8Bytes(
                    new BuildFile(BuildFile.FormatName, id, [.. named.Select(r => sheets[r])], log, photos),
                    CoreJson.Default.BuildFile
                );
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
            .. log.Select(e =>
                    e.Event switch
                    {
                        BuildOpened o => o.Sheet,
                        TaskStarted t => t.Sheet,
                        _ => null,
                    }
                )
                .OfType<SheetRef>()
                .Distinct(),
        ];

    private async Task<MadeLine> UnreadableAsync(Guid id, UnreadableLogException e, CancellationToken cancel)
    {
        if (_told.TryAdd(id, true))
        {
            logger.LogError(e, "Build {Build} can’t be read", id);
        }

        var raw = await builds.ReadRawAsync(id, cancel);
        var opened = raw.Count > 0 ? JsonNode.Parse(raw[0].Event) as JsonObject : null;
        string Said(string field) => opened?[field] is JsonValue value && value.TryGetValue<string>(out var text) ? text : "";
        return new MadeLine(
            BuildLine.Unreadable(id, Said("number"), Said("name"), raw.Count > 0 ? raw[0].StoredAt : default, e.Message),
            raw.Count > 0 ? raw[^1].Seq : 0,
            MadeBy,
            $"{Said("number")} {Said("name")}".ToLowerInvariant()
        );
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
        var sheets = events
            .Select(e => e["sheet"])
            .OfType<JsonObject>()
            .Select(s => (Id: s["id"] as JsonValue, Version: s["version"] as JsonValue))
            .Where(s => s.Id?.GetValueKind() == JsonValueKind.String && s.Version?.TryGetValue<int>(out _) == true)
            .Select(s => new SheetRef(s.Id!.GetValue<string>(), s.Version!.GetValue<int>()))
            .Distinct()
            .ToList();
        var photos = await PhotosAsync(
            events
                .Select(e => e["photo"])
                .OfType<JsonObject>()
                .Select(p => p["sha256"] as JsonValue)
                .Where(p => p?.GetValueKind() == JsonValueKind.String)
                .Select(p => p!.GetValue<string>()),
            cancel
        );
        var file = new JsonObject
        {
            ["format"] = BuildFile.FormatName,
            ["id"] = id,
            ["sheets"] = new JsonArray([.. (await shelf.ReadRawAsync(sheets, cancel)).Select(s => JsonNode.Parse(s))]),
            ["log"] = new JsonArray([
                .. raw.Select(e => new JsonObject
                {
                    ["seq"] = e.Seq,
                    ["storedAt"] = e.StoredAt,
                    ["by"] = JsonNode.Parse(e.By),
                    ["event"] = JsonNode.Parse(e.Event),
                }),
            ]),
        };
        if (photos is not null)
        {
            file["photos"] = new JsonArray([.. photos.Select(p => JsonSerializer.SerializeToNode(p, CoreJson.Default.PhotoFile))]);
        }

        return JsonSerializer.SerializeToUtf8Bytes(file);
    }
}
