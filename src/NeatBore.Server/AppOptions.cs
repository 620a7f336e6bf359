using System.ComponentModel.DataAnnotations;
using NeatBore.Store;

namespace NeatBore.Server;

/// <summary>How a copy of the app was started: from its command line and its environment.</summary>
internal sealed class AppOptions
{
    /// <summary>Where it listens on loopback; the stand-ins are two above.</summary>
    [Range(1, 65533, ErrorMessage = "--port must be a whole number from 1 to 65533")]
    public int Port { get; init; } = 5317;

    /// <summary>Other names that it answers to, with commas between.</summary>
    public string Host { get; init; } = "";

    /// <summary>Where the stand-ins' program listens, as host:port; null for two above the port.</summary>
    [RegularExpression(@"[^:\s]+:\d{1,5}", ErrorMessage = "--gauges must be a host and a port, such as 127.0.0.1:5319")]
    public string? Gauges { get; init; }

    /// <summary>A folder to load the demo from; null for none.</summary>
    public string? Demo { get; init; }

    /// <summary>A shop of one's own, by the name that it was started with; null for the demo.</summary>
    public string? Shop { get; init; }

    /// <summary>Whether all lines of Today are made anew.</summary>
    public bool Anew { get; init; }

    /// <summary>The database, as the role that the app works as.</summary>
    [ConfigurationKeyName("NEATBORE_DB")]
    public string Database { get; init; } = "Host=127.0.0.1;Port=5318;Username=neatbore;Database=neatbore";

    /// <summary>The same as the role that owns the tables; null where they are one.</summary>
    [ConfigurationKeyName("NEATBORE_OWNER_DB")]
    public string? OwnerDatabase { get; init; }

    /// <summary>Where the stand-ins' program listens.</summary>
    public string StandIns => Gauges ?? $"127.0.0.1:{Port + 2}";

    /// <summary>The names of <see cref="Host"/>.</summary>
    public IReadOnlyList<string> Hosts => Host.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    /// <summary>Reads and checks them.</summary>
    /// <exception cref="CannotOpenException">One of them can't be used: what would be right.</exception>
    public static AppOptions Read(IConfiguration configuration)
    {
        AppOptions? read;
        try
        {
            read = configuration.Get<AppOptions>();
        }
        catch (InvalidOperationException e)
        {
            throw new CannotOpenException($"{e.Message} Its port is a whole number; --anew stands alone.", e);
        }

        var (options, wrong) = (read ?? new AppOptions(), new List<ValidationResult>());
        return Validator.TryValidateObject(options, new ValidationContext(options), wrong, validateAllProperties: true)
            ? options
            : throw new CannotOpenException(string.Join("; ", wrong.Select(w => w.ErrorMessage)));
    }
}
