using Microsoft.Extensions.Logging;
using NeatBore.Server.Errors;
using Xunit;

namespace NeatBore.Server.Tests;

public class OutageTests
{
    [Fact]
    public void It_is_said_once_when_it_begins_with_what_was_being_done_and_once_when_it_is_over()
    {
        var log = new Heard();
        var outage = new Outage(log, TimeProvider.System);
        outage.Over();
        foreach (var doing in (string[])["POST /api/builds/x/work", "GET /api/builds", "GET /api/shop"])
        {
            outage.Met(doing, new TimeoutException("no answer\nat all"));
        }

        outage.Over();
        outage.Over();
        Assert.Equal(2, log.Said.Count);
        Assert.Contains("POST /api/builds/x/work: no answer at all", log.Said[0], StringComparison.Ordinal);
        Assert.Contains("3 calls had to wait", log.Said[1], StringComparison.Ordinal);
        outage.Met("GET /api/shop", new TimeoutException());
        Assert.Equal(3, log.Said.Count);
    }

    private sealed class Heard : ILogger<Outage>
    {
        public List<string> Said { get; } = [];

        public IDisposable? BeginScope<TState>(TState state)
            where TState : notnull => null;

        public bool IsEnabled(LogLevel logLevel) => true;

        public void Log<TState>(
            LogLevel logLevel,
            EventId eventId,
            TState state,
            Exception? exception,
            Func<TState, Exception?, string> formatter
        ) => Said.Add(formatter(state, exception));
    }
}
