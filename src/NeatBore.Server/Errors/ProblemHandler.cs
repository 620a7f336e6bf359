using System.Net.Sockets;
using Microsoft.AspNetCore.Diagnostics;
using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Server.Planning;
using Npgsql;

namespace NeatBore.Server.Errors;

/// <summary>Every error as problem details that say what would be right.</summary>
internal sealed class ProblemHandler(Outage outage, ILogger<ProblemHandler> log) : IExceptionHandler
{
    /// <summary>Tells this 409 from the one of an id that is taken.</summary>
    private const string UnreadableBuild = "urn:neat-bore:unreadable-build";

    private IResult Unreached(
        HttpContext context,
        Exception why,
        string said = "The record can’t be reached. What you typed is kept; it goes on when the record is back."
    )
    {
        outage.Met($"{context.Request.Method} {context.Request.Path}", why);
        return Results.Problem(statusCode: 503, title: said);
    }

    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancel)
    {
        var result = exception switch
        {
            MalformedRequestException e => Results.ValidationProblem(
                e.Errors.ToDictionary(),
                statusCode: 400,
                title: "The request is not well formed."
            ),
            UnusableInputException e => Results.ValidationProblem(
                e.Errors.ToDictionary(),
                statusCode: 422,
                title: "These values can’t be used."
            ),
            OtherWordsException e => Results.Problem(statusCode: 409, title: $"{e.Message} Send it again under a new one."),
            UnreadableLogException e => Results.Problem(
                statusCode: 409,
                type: UnreadableBuild,
                title: $"This build can’t be read by this version of Neat Bore. {e.Message}",
                detail: "Nothing of it is lost: its file can still be taken out, and a newer version may read it."
            ),
            PostgresException { SqlState: PostgresErrorCodes.UniqueViolation } => Results.Problem(
                statusCode: 409,
                title: "This id is taken by another build. Send it again under a new one."
            ),
            BadHttpRequestException e => Results.Problem(
                statusCode: e.StatusCode,
                title: e.StatusCode == 413 ? "What was sent is too large." : e.Message,
                detail: e.StatusCode == 413 ? "Most addresses take at most 1 MB, photos 12 MB. Send less." : null
            ),
            SearchDiedException e => Results.Problem(
                statusCode: 503,
                title: $"{e.Message} So did another. Ask again, with fewer jobs or less effort."
            ),
            PostgresException { SqlState: PostgresErrorCodes.DiskFull } e => Unreached(
                context,
                e,
                "The record’s disk is full: make room there. What you typed is kept; it goes on when there is room."
            ),
            // What the database itself refuses for good would only be sent again for ever.
            NpgsqlException { IsTransient: true }
            or (NpgsqlException and not PostgresException)
            or SocketException
            or TimeoutException
            or PostgresException
            {
                SqlState: PostgresErrorCodes.AdminShutdown or PostgresErrorCodes.CrashShutdown or PostgresErrorCodes.CannotConnectNow
            } => Unreached(context, exception),
            // Whoever asked is gone.
            OperationCanceledException when context.RequestAborted.IsCancellationRequested => Results.StatusCode(
                StatusCodes.Status499ClientClosedRequest
            ),
            _ => null,
        };
        if (result is null)
        {
            log.LogError(exception, "{Method} {Path} failed", context.Request.Method, context.Request.Path);
            result = Results.Problem(statusCode: 500, title: "Something in Neat Bore broke. It is in the server’s log.");
        }

        await result.ExecuteAsync(context);
        return true;
    }
}
