using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Server.Errors;
using NeatBore.Server.Gauges;
using NeatBore.Server.Photos;
using NeatBore.Store;

namespace NeatBore.Server.Builds;

/// <summary>Work on a build: commands in the order in which they were done.</summary>
/// <param name="By">Who, by id.</param>
/// <param name="Commands">1 to 500.</param>
public sealed record WorkRequest(string By, IReadOnlyList<Command> Commands);

/// <summary>What became of each command, and what they changed of the build.</summary>
/// <param name="Results">One for each command.</param>
/// <param name="Since">The last entry that was in the log before them: whoever knows less has to fetch the build.</param>
/// <param name="Head">The build as it stands after them.</param>
/// <param name="Tasks">The tasks that are not as they were.</param>
/// <param name="Steps">Whole: the step that the last command was about, and the one that its task goes on to.</param>
public sealed record WorkAnswer(
    IReadOnlyList<WorkResult> Results,
    long Since,
    BuildHead Head,
    IReadOnlyList<TaskLine> Tasks,
    IReadOnlyList<StepState> Steps
);

/// <summary>Takes what was done on a build.</summary>
internal static class WorkEndpoint
{
    private const int MostCommands = 500;

    public static async Task<IResult> WorkAsync(
        Guid id,
        HttpRequest http,
        WorkQueue queue,
        BlobShelf blobs,
        Recordings recordings,
        ShopRegister shops,
        SheetShelf sheets,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<WorkRequest>(), cancel);
        // Asked for together, they share one way to the database.
        var (register, shelf) = (shops.ReadAsync(cancel), sheets.AllAsync(cancel));
        await Task.WhenAll(register, shelf);
        var shop = await register;
        var by = shop.Picked(request.By);
        var faults = new Faults();
        faults.Listed(request.Commands, 1, MostCommands, "commands");
        faults.Require(
            by is not null,
            "by",
            $"“{request.By}” is nobody in this shop; there is {string.Join(", ", shop.People.Select(p => p.Id))}"
        );
        faults.ThrowIfAny();

        var commands = new List<Command>();
        foreach (var (command, i) in request.Commands.Select((c, i) => (c, i)))
        {
            commands.Add(
                command switch
                {
                    Attach attach => await ShownAsync(attach, blobs, faults, $"commands[{i}].photo.sha256", cancel),
                    TakeReading { Recording: not null } take => await RecordedAsync(
                        id,
                        take,
                        recordings,
                        faults,
                        $"commands[{i}].recording",
                        cancel
                    ),
                    _ => command,
                }
            );
        }

        faults.ThrowIfAny();
        if (
            await queue.TakeAsync(id, new Desk(book, shop), by!, commands, await shelf, cancel)
            is not var (results, shared, working, storing)
        )
        {
            return BuildEndpoints.Gone();
        }

        foreach (var kept in commands.OfType<TakeReading>().Where(c => results.Any(r => r.Id == c.Id && r.Taken)))
        {
            if (kept.Recording is { } recording)
            {
                await recordings.KeepAsync(recording, cancel);
            }
        }

        // Told apart, so that it can be seen where the time goes.
        http.HttpContext.Response.Headers["Server-Timing"] = string.Create(
            CultureInfo.InvariantCulture,
            $"work;dur={working.TotalMilliseconds:0.00}, store;dur={storing.TotalMilliseconds:0.00}"
        );
        return shared.To(results, commands[^1]);
    }

    /// <summary>What a picture is, is what was stored of it, whatever the tablet says.</summary>
    private static async Task<Attach> ShownAsync(Attach attach, BlobShelf blobs, Faults faults, string field, CancellationToken cancel)
    {
        if (await blobs.ReadAsync(attach.Photo.Sha256, cancel) is var (type, bytes) && Picture.Read(bytes) is { } picture)
        {
            return attach with { Photo = new PhotoRef(attach.Photo.Sha256, type, picture.Width, picture.Height) };
        }

        faults.Add(field, "there is no such picture here; send it to /api/photos first");
        return attach;
    }

    /// <summary>A trace is what was recorded of it here, whatever the tablet has seen.</summary>
    private static async Task<TakeReading> RecordedAsync(
        Guid build,
        TakeReading take,
        Recordings recordings,
        Faults faults,
        string field,
        CancellationToken cancel
    )
    {
        if (
            await recordings.SettledAsync(take.Recording!.Value, cancel) is not var (recording, points)
            || recording.Build != build
            || JsonSerializer.Deserialize(recording.Slot, Json.Of<SlotRef>()) != take.Slot
        )
        {
            faults.Add(field, "there is no such recording at this place; record it again");
            return take;
        }

        faults.Require(recording.Stands != "running", field, "is still running; stop it first");
        return take with { Trace = points, CutOff = recording.Stands == "cut-off" };
    }
}
