namespace NeatBore.Tests;

/// <summary>The files of the project that the tests are held to.</summary>
internal static class Repository
{
    /// <summary>The folder of the solution.</summary>
    public static string Root { get; } = Find();

    /// <summary>A file or folder of the project.</summary>
    public static string At(params string[] path) => Path.Combine([Root, .. path]);

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder!.FullName, "NeatBore.slnx")))
        {
            folder = folder.Parent;
        }

        return folder.FullName;
    }
}
