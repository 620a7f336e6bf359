namespace NeatBore.Server.Errors;

/// <summary>Whether the record is out of reach: said once in the log when it goes, with what was being done, and once when it is
/// back.</summary>
internal sealed class Outage(ILogger<Outage> log, TimeProvider time)
{
    private readonly Lock _sync = new();
    private DateTimeOffset? _since;
    private int _missed;

    /// <summary>The record could not be reached.</summary>
    public void Met(string doing, Exception why)
    {
        lock (_sync)
        {
            _missed++;
            if (_since is not null)
            {
                return;
            }

            _since = time.GetUtcNow();
        }

        log.LogError(
            "The record can’t be reached: {Doing}: {Why}. It is tried again; this is said once.",
            doing,
            why.Message.ReplaceLineEndings(" ")
        );
    }

    /// <summary>The record answers.</summary>
    public void Over()
    {
        int missed;
        TimeSpan length;
        lock (_sync)
        {
            if (_since is not { } since)
            {
                return;
            }

            (missed, length, _since, _missed) = (_missed, time.GetUtcNow() - since, null, 0);
        }

        log.LogWarning("The record is back after {Seconds:0} s; {Missed} calls had to wait.", length.TotalSeconds, missed);
    }
}
